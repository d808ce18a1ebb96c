import { entryAt, recordOf } from '~~/core/entries'

/** A sensor that is there sends many times a second. */
const SILENT_AFTER_MS = 1500
/** Nothing for so long after it has sent: it was taken away. */
const TAKEN_AWAY_AFTER_MS = 3000

/** What a device sends of how it is held and moved, moments in milliseconds. */
export type BodyTrace<Channel extends string> = Record<'ms' | Channel, Float64Array>

/** One way of listening to a phone that is worn or held, and the simulated one that stands in for it. */
export interface BodySensorKind<Channel extends string> {
  channels: readonly Channel[]
  event: 'deviceorientation' | 'devicemotion'
  /** What one event says; null: nothing of use. */
  read(event: Event): Record<Channel, number> | null
  /** A whole trace of somebody made up, by their place; and whether that sensor stops in the middle. */
  simulate(person: number, seed: number): BodyTrace<Channel>
  isTakenAway?(person: number): boolean
  /** A simulated trace runs off so many times as fast as it would be taken. */
  speed: number
}

/** Whether this browser lets its sensor be heard; some ask whoever holds it. */
async function mayListen(event: 'deviceorientation' | 'devicemotion'): Promise<boolean> {
  const name = event === 'deviceorientation' ? 'DeviceOrientationEvent' : 'DeviceMotionEvent'
  if (!(name in window)) return false
  const sensor: object = window[name]
  if (!('requestPermission' in sensor) || typeof sensor.requestPermission !== 'function') return true
  return (await sensor.requestPermission()) === 'granted'
}

/**
 * The device's own motion sensor, or, where that is chosen, a simulated one: both send samples until they are stopped.
 *
 * @param kind what is listened to
 */
export function useBodySensor<Channel extends string>(kind: BodySensorKind<Channel>) {
  /** Whom the simulated sensor is on; null: this device's own sensor. */
  const simulated = ref<number | null>(null)
  const isSilent = ref(false)
  const isRunning = ref(false)
  /** When nothing came any more while it was listened, milliseconds; null: it was stopped. */
  const takenAwayAt = ref<number | null>(null)
  const keys = ['ms', ...kind.channels] as const
  const samples = recordOf(keys, (): number[] => [])
  const copied = (): BodyTrace<Channel> => recordOf(keys, (key) => Float64Array.from(samples[key]))
  const trace = shallowRef(copied())
  let began = 0
  let seed = 1
  let frame = 0

  const onEvent = (event: Event) => {
    const read = kind.read(event)
    if (read) take(event.timeStamp - began, (channel) => read[channel])
  }
  function take(ms: number, value: (channel: Channel) => number): void {
    samples.ms.push(ms)
    for (const channel of kind.channels) samples[channel].push(value(channel))
  }
  const show = () => (trace.value = copied())

  async function start(): Promise<void> {
    const person = simulated.value
    isSilent.value = person === null && !(await mayListen(kind.event))
    if (isSilent.value) return
    for (const key of keys) samples[key].length = 0
    takenAwayAt.value = null
    began = performance.now()
    isRunning.value = true
    frame = requestAnimationFrame(person === null ? listened() : simulatedBy(person))
  }
  /** What is done each picture while the device is listened to. */
  function listened(): () => void {
    window.addEventListener(kind.event, onEvent)
    const follow = () => {
      show()
      // Most desktop browsers know the event and never send one: only a sample tells that a sensor is there.
      isSilent.value = samples.ms.length === 0 && performance.now() - began > SILENT_AFTER_MS
      const last = samples.ms.at(-1)
      const isGone = last !== undefined && performance.now() - began - last > TAKEN_AWAY_AFTER_MS
      if (isGone) takenAwayAt.value = last
      if (isSilent.value || isGone) stop()
      if (isRunning.value) frame = requestAnimationFrame(follow)
    }
    return follow
  }
  function simulatedBy(person: number): () => void {
    seed += 1
    const whole = kind.simulate(person, seed)
    let sent = 0
    const follow = () => {
      const now = (performance.now() - began) * kind.speed
      for (; sent < whole.ms.length && entryAt(whole.ms, sent) <= now; sent += 1)
        take(entryAt(whole.ms, sent), (channel) => entryAt(whole[channel], sent))
      show()
      if (sent >= whole.ms.length) {
        if (kind.isTakenAway?.(person)) takenAwayAt.value = samples.ms.at(-1) ?? null
        isRunning.value = false
      } else if (isRunning.value) frame = requestAnimationFrame(follow)
    }
    return follow
  }
  function stop(): void {
    isRunning.value = false
    cancelAnimationFrame(frame)
    window.removeEventListener(kind.event, onEvent)
    show()
  }
  onBeforeUnmount(stop)
  return { simulated, isSilent, isRunning, takenAwayAt, trace, start, stop }
}
