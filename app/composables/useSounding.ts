import type { LedClass } from './useClass'

/**
 * Lets the class be heard: tones where a step begins, ticks at its end and at repetitions, cues by the device's
 * speech.
 */
export function useSounding(led: LedClass) {
  const voice = useVoice()
  const { reading, step, leftSeconds, pace, cue } = led
  const runs = () => reading.value.status === 'running'
  watch(
    () => reading.value.step,
    () => {
      if (runs() && voice.heard.value.tones) voice.tone(step.value?.kind === 'work' ? 'go' : 'change')
    },
  )
  watch(
    () => reading.value.status,
    (now) => {
      if (now === 'finished' && voice.heard.value.tones) voice.tone('end')
    },
  )
  watch(
    () => Math.ceil(leftSeconds.value),
    (left) => {
      if (runs() && voice.heard.value.lastFive && step.value?.kind === 'work' && left >= 1 && left <= 5)
        voice.tone('tick')
    },
  )
  watch(
    () => pace.value?.count,
    (count) => {
      if (runs() && voice.heard.value.count && count) voice.tone('tick')
    },
  )
  watch(
    () => cue.value?.say,
    (words) => {
      if (runs() && words) voice.speak(words)
    },
  )
  return voice
}
