import { entryAt } from '~~/core/entries'
import type { Trace } from '~~/core/measure/sensor'
import { SIMULATED_PEOPLE, simulatedTrace } from '~~/core/measure/simulatedSensor'

/** A simulated trace runs off this much faster than it would be taken. */
const SIMULATED_SPEED = 3

/** A sensor that is there sends many times a second. */
const SILENT_AFTER_MS = 1500
/** Nothing for so long after it has sent: it was taken away. */
const TAKEN_AWAY_AFTER_MS = 3000

type Asking = { requestPermission?: () => Promise<'granted' | 'denied'> }

/** Whether this browser lets its sensor be heard; some ask whoever holds it. */
async function mayListen(): Promise<boolean> {
  if (!('DeviceOrientationEvent' in window)) return false
  const { requestPermission } = DeviceOrientationEvent as unknown as Asking
  return !requestPermission || (await requestPermission()) === 'granted'
}

/**
 * The device's tilt sensor, or, where that is chosen, a simulated one: both send samples until they are stopped. The
 * angle is how far the device's long side leans from upright.
 */
export function useTiltSensor() {
  /** Whom the simulated sensor is on; null: this device's own sensor. */
  const simulated = ref<number | null>(null)
  const isSilent = ref(false)
  const isRunning = ref(false)
  /** When nothing came any more while it was listened, milliseconds; null: it was stopped. */
  const takenAwayAt = ref<number | null>(null)
  const trace = shallowRef<Trace>({ ms: new Float64Array(), deg: new Float64Array() })
  const samples: { ms: number[]; deg: number[] } = { ms: [], deg: [] }
  let began = 0
  let seed = 1
  let frame = 0

  function take(ms: number, deg: number): void {
    samples.ms.push(ms)
    samples.deg.push(deg)
  }
  const onTilt = (event: DeviceOrientationEvent) => {
    if (event.beta !== null) take(event.timeStamp - began, event.beta)
  }
  function show(): void {
    trace.value = { ms: Float64Array.from(samples.ms), deg: Float64Array.from(samples.deg) }
  }

  async function start(): Promise<void> {
    const person = simulated.value
    isSilent.value = person === null && !(await mayListen())
    if (isSilent.value) return
    samples.ms.length = samples.deg.length = 0
    takenAwayAt.value = null
    began = performance.now()
    isRunning.value = true
    if (person === null) {
      window.addEventListener('deviceorientation', onTilt)
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
      frame = requestAnimationFrame(follow)
      return
    }
    seed += 1
    const whole = simulatedTrace(entryAt(SIMULATED_PEOPLE, person), seed)
    let sent = 0
    const follow = () => {
      const now = (performance.now() - began) * SIMULATED_SPEED
      while (sent < whole.ms.length && entryAt(whole.ms, sent) <= now) {
        take(entryAt(whole.ms, sent), entryAt(whole.deg, sent))
        sent += 1
      }
      show()
      if (sent >= whole.ms.length) {
        if (entryAt(SIMULATED_PEOPLE, person).sensor === 'taken-away') takenAwayAt.value = samples.ms.at(-1) ?? null
        isRunning.value = false
      } else if (isRunning.value) frame = requestAnimationFrame(follow)
    }
    frame = requestAnimationFrame(follow)
  }
  function stop(): void {
    isRunning.value = false
    cancelAnimationFrame(frame)
    window.removeEventListener('deviceorientation', onTilt)
    show()
  }
  onBeforeUnmount(stop)
  return { simulated, isSilent, isRunning, takenAwayAt, trace, start, stop }
}
