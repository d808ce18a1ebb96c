import { HALFWAY_FROM, LAST_FROM, LAST_SECONDS } from '~~/core/plan/gaps'
import type { Cue } from '~~/core/lead/speaking'
import type { Signal } from '~~/core/lead/signals'
import type { LedClass } from './useClass'

/** What is done at a tempo has a beat. */
const AT_A_TEMPO = new Set(['reps', 'pulse', 'swing', 'circle', 'lower'])

/**
 * Lets the class be heard: signals where something begins, is half, ends soon or changes; cues by the device's speech.
 */
export function useSounding(led: LedClass) {
  const voice = useVoice()
  const { reading, step, block, leftSeconds, pace, cue } = led
  const runs = () => reading.value.status === 'running'
  const isWork = () => step.value?.kind === 'work'
  function signal(which: Signal): void {
    if (runs() && voice.heard.value[which]) voice.play(which)
  }
  watch(
    () => reading.value.step,
    () => signal(isWork() ? 'begin' : 'change'),
  )
  watch(
    () => reading.value.status,
    (now) => {
      if (now !== 'running') voice.hush()
      if (now === 'finished' && voice.heard.value.end) voice.play('end')
    },
  )
  /** Once in a step, where it comes to so many seconds before its end. */
  const passes = (before: (seconds: number) => number | null, which: Signal) =>
    watch(
      () => {
        const at = before(step.value?.seconds ?? 0)
        return isWork() && at !== null && leftSeconds.value <= at ? reading.value.step : null
      },
      (now, last) => now !== null && last === null && signal(which),
    )
  passes((seconds) => (seconds >= HALFWAY_FROM ? seconds / 2 : null), 'half')
  passes((seconds) => (seconds >= LAST_FROM ? LAST_SECONDS : null), 'last')
  watch(
    () => pace.value?.count,
    (count) => count && signal('count'),
  )
  watch(
    () => (isWork() && AT_A_TEMPO.has(block.value?.dose.kind ?? '') ? Math.floor(leftSeconds.value) : null),
    (left) => left !== null && signal('beat'),
  )
  let last: Cue | null = null
  watch(
    () => (cue.value ? `${cue.value.at} ${cue.value.say}` : ''),
    () => {
      const now = cue.value
      if (!now || !runs() || !voice.heard.value.speech) return
      // Sooner than by the script: somebody went on or back, and what was being said is over.
      if (last && voice.sinceSpoken() < last.seconds * HASTE) voice.hush()
      last = now
      voice.speak(now.say)
    },
  )
  return voice
}
/** The clock ticks ten times a second, and a device begins a little late: shares of what something takes to be said. */
const HASTE = 0.75
