import { entryAt } from '~~/core/entries'
import type { Trace } from '~~/core/measure/sensor'
import { SIMULATED_PEOPLE, simulatedTrace } from '~~/core/measure/simulatedSensor'

/** A simulated trace runs off this much faster than it would be taken. */
const SIMULATED_SPEED = 3

type Asking = { requestPermission?: () => Promise<'granted' | 'denied'> }

/**
 * The device's tilt sensor where there is one, the simulated one where not: both send samples until they are stopped.
 * The angle is how far the device's long side leans from upright.
 */
export function useTiltSensor() {
  const isSimulated = ref(true)
  const simulated = ref(0)
  const isRunning = ref(false)
  const trace = shallowRef<Trace>({ ms: new Float64Array(), deg: new Float64Array() })
  const samples: { ms: number[]; deg: number[] } = { ms: [], deg: [] }
  let began = 0
  let seed = 1
  let frame = 0

  // Most desktop browsers know the event and never send one: only a real sample tells that a sensor is there.
  const probe = (event: DeviceOrientationEvent) => {
    if (event.beta === null) return
    isSimulated.value = false
    window.removeEventListener('deviceorientation', probe)
  }
  onMounted(() => window.addEventListener('deviceorientation', probe))

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
  /** Chooses one of the simulated people, or the device again. */
  function simulate(person: number | null): void {
    isSimulated.value = person !== null
    if (person !== null) simulated.value = person
  }

  async function start(): Promise<void> {
    if (!isSimulated.value) {
      const { requestPermission } = DeviceOrientationEvent as unknown as Asking
      if (requestPermission && (await requestPermission()) === 'denied') isSimulated.value = true
    }
    samples.ms.length = samples.deg.length = 0
    began = performance.now()
    isRunning.value = true
    if (!isSimulated.value) {
      window.addEventListener('deviceorientation', onTilt)
      const follow = () => {
        show()
        if (isRunning.value) frame = requestAnimationFrame(follow)
      }
      frame = requestAnimationFrame(follow)
      return
    }
    seed += 1
    const whole = simulatedTrace(entryAt(SIMULATED_PEOPLE, simulated.value), seed)
    let sent = 0
    const follow = () => {
      const now = (performance.now() - began) * SIMULATED_SPEED
      while (sent < whole.ms.length && entryAt(whole.ms, sent) <= now) {
        take(entryAt(whole.ms, sent), entryAt(whole.deg, sent))
        sent += 1
      }
      show()
      if (sent >= whole.ms.length) isRunning.value = false
      else if (isRunning.value) frame = requestAnimationFrame(follow)
    }
    frame = requestAnimationFrame(follow)
  }
  function stop(): void {
    isRunning.value = false
    cancelAnimationFrame(frame)
    window.removeEventListener('deviceorientation', onTilt)
    show()
  }
  onBeforeUnmount(() => {
    stop()
    window.removeEventListener('deviceorientation', probe)
  })
  return { isSimulated, simulated, simulate, isRunning, trace, start, stop }
}
