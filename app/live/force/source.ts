import type { SimulatedTask } from '~~/core/measure/simulatedForce'

/** What listens to a force sensor. */
export interface ForceListener {
  /** @param ms since it was started @param kg as the sensor tells it */
  take(ms: number, kg: number): void
  /** Nothing comes any more, though nobody stopped it. */
  gone(): void
}

/** A force sensor, real or simulated: sends samples from its start until it is stopped. */
export interface ForceSource {
  isSimulated: boolean
  /**
   * @param task what is pressed: the simulated ones do it, the others are pressed by somebody
   * @throws {NoSensor} where there is none, or nobody lets it be heard
   */
  start(listener: ForceListener, task: SimulatedTask): Promise<void>
  stop(): Promise<void> | void
}

/** There is no sensor, or nobody lets it be heard: the message can be shown. */
export class NoSensor extends Error {
  override name = 'NoSensor'
}

/** A device that somebody picks; they may pick none. */
export async function chosen<Device>(asked: Promise<Device>): Promise<Device> {
  try {
    return await asked
  } catch {
    throw new NoSensor('No sensor was chosen.')
  }
}
