import {
  bestIn,
  pressIn,
  pressNow,
  REST_MS,
  restIn,
  type ForceTrace,
  type FoundPress,
  type PressNow,
} from '~~/core/measure/evenness'
import { BEST_TASK, PRESSING_PEOPLE, SIMULATED_FORCE_DEVICES, type SimulatedTask } from '~~/core/measure/simulatedForce'
import { faultWords } from '~~/core/measure/soundTrace'
import { bluetoothForce } from '~/live/force/bluetooth'
import { serialForce } from '~/live/force/serial'
import { simulatedForce } from '~/live/force/simulated'
import { NoSensor, type ForceSource } from '~/live/force/source'
import { refusalOf } from './useRefusal'

/** What can be chosen: real sensors first, then each simulated one with somebody made up on it. */
export const FORCE_CHOICES = [
  { id: 'serial', words: 'scale or dynamometer by cable' },
  { id: 'bluetooth', words: 'scale by Bluetooth' },
  ...SIMULATED_FORCE_DEVICES.flatMap((device, at) =>
    PRESSING_PEOPLE.map((person, who) => ({
      id: `simulated ${at} ${who}`,
      words: `simulated ${device.name}: ${person.name}`,
    })),
  ),
]
const SHOW_MS = 100
/** Nothing for so long: it is there no more. */
const SILENT_MS = 3000

function sourceOf(choice: string, speed: number): ForceSource {
  const [kind, device, person] = choice.split(' ')
  if (kind === 'serial') return serialForce()
  if (kind === 'bluetooth') return bluetoothForce()
  return simulatedForce(Number(device), Number(person), speed)
}

/** What is pressed towards: percent of best, with its seconds. */
export type PressTask = SimulatedTask

/**
 * One force sensor: somebody's best, then presses against it, with what is said while they press.
 *
 * @param speed of the simulated ones, times as fast as they would be pressed
 */
export function useForce(speed: number) {
  const choice = ref('')
  const best = ref<number | null>(null)
  const now = shallowRef<PressNow | null>(null)
  const found = shallowRef<FoundPress | null>(null)
  const running = ref<'best' | 'press' | null>(null)
  /** How long it has been listened, seconds of the trace. */
  const seconds = ref(0)
  const said = ref('')
  let samples: { ms: number[]; amount: number[] } = { ms: [], amount: [] }
  let source: ForceSource | null = null
  let task: PressTask = { wanted: 30, seconds: 30, ramp: 2 }
  let timer: ReturnType<typeof setInterval> | undefined
  let lastAt = 0
  /** What lies on the sensor in this press; null: not known yet. */
  let lay: number | null = null
  const isSimulated = computed(() => choice.value.startsWith('simulated'))
  watch(choice, async () => {
    await stop()
    source = null
    best.value = found.value = now.value = null
    said.value = ''
  })

  const trace = (): ForceTrace => ({ ms: Float64Array.from(samples.ms), amount: Float64Array.from(samples.amount) })
  const hasRested = () => (samples.ms.at(-1) ?? 0) - (samples.ms[0] ?? 0) >= REST_MS
  function show(): void {
    seconds.value = (samples.ms.at(-1) ?? 0) / 1000
    const recent = {
      ms: Float64Array.from(samples.ms.slice(-60)),
      amount: Float64Array.from(samples.amount.slice(-60)),
    }
    if (running.value === 'press' && best.value !== null && hasRested()) {
      lay ??= restIn(trace(), best.value, task.wanted)
      now.value = pressNow(recent, { best: best.value, wanted: task.wanted, lay }, now.value?.say ?? null)
    }
    if (performance.now() - lastAt > SILENT_MS) void ended()
  }
  async function start(what: 'best' | 'press', to: PressTask): Promise<void> {
    if (running.value !== null || choice.value === '') return
    source ??= sourceOf(choice.value, speed)
    samples = { ms: [], amount: [] }
    task = to
    found.value = now.value = lay = null
    said.value = ''
    lastAt = performance.now()
    try {
      running.value = what
      const take = (ms: number, kg: number) => {
        lastAt = performance.now()
        samples.ms.push(ms)
        samples.amount.push(kg)
      }
      await source.start({ take, gone: () => void ended() }, what === 'best' ? BEST_TASK : to)
      timer = setInterval(show, SHOW_MS)
    } catch (error) {
      running.value = null
      source = null
      said.value = error instanceof NoSensor ? error.message : refusalOf(error).message
    }
  }
  /** The sensor itself has ended: what came before is kept, and that is said of a real one. */
  async function ended(): Promise<void> {
    const at = samples.ms.at(-1)
    const isReal = !isSimulated.value
    await stop(isReal ? (at ?? 0) : null)
    if (isReal && at === undefined) said.value = 'Nothing comes from the sensor. Is it on, and is it the right one?'
  }
  async function stop(takenAwayAt: number | null = null): Promise<void> {
    const what = running.value
    if (what === null) return
    clearInterval(timer)
    running.value = null
    now.value = null
    await source?.stop()
    if (what === 'best') {
      best.value = bestIn(trace())
      said.value = best.value === null ? 'It was not pressed for a whole second. Once more.' : ''
      return
    }
    found.value = best.value === null ? null : pressIn(trace(), { best: best.value, ...task })
    said.value = found.value
      ? faultWords(found.value.faults, takenAwayAt)
      : 'No press of two seconds and more was found. What came is not kept.'
  }
  onScopeDispose(() => void stop())
  return { choice, best, now, found, running, seconds, said, isSimulated, start, stop }
}
export type Force = ReturnType<typeof useForce>
