import { entryAt } from '~~/core/entries'
import {
  simulatedPress,
  SIMULATED_FORCE_DEVICES,
  PRESSING_PEOPLE,
  type SimulatedPress,
} from '~~/core/measure/simulatedForce'
import type { ForceSource } from './source'

const TICK_MS = 40
let presses = 0

/**
 * A simulated sensor with somebody made up on it.
 *
 * @param device place in `SIMULATED_FORCE_DEVICES`
 * @param person place in `PRESSING_PEOPLE`
 * @param speed so many times as fast as it would be pressed
 */
export function simulatedForce(device: number, person: number, speed: number): ForceSource {
  let timer: ReturnType<typeof setInterval> | undefined
  const stop = () => clearInterval(timer)
  return {
    isSimulated: true,
    async start(listener, task) {
      presses += 1
      const { sent }: SimulatedPress = simulatedPress(
        entryAt(PRESSING_PEOPLE, person),
        entryAt(SIMULATED_FORCE_DEVICES, device),
        presses,
        task,
      )
      const began = performance.now()
      let next = 0
      timer = setInterval(() => {
        const now = (performance.now() - began) * speed
        for (; next < sent.ms.length && entryAt(sent.ms, next) <= now; next += 1)
          listener.take(entryAt(sent.ms, next), entryAt(sent.amount, next))
        if (next < sent.ms.length) return
        stop()
        listener.gone()
      }, TICK_MS)
    },
    stop,
  }
}
