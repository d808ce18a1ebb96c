import { useLocalStorage } from '@vueuse/core'
import { wordCount } from '~~/core/sentence'
import type { Voice } from '~~/core/time/speech'

/** Read out once to find out how fast this device speaks: as long as what is said in a class, with its stops. */
const SAMPLE =
  'Sit on the front edge, feet flat, hands on the thighs. Grow tall, and let the shoulders be heavy. ' +
  'Now lean forward slowly, with a long back, and come up again.'
/** A device is not made to hurry or to drawl beyond that. */
const [SLOWEST, FASTEST] = [0.6, 1.3]
/** As it is asked to speak until it was measured. */
const USUAL_RATE = 0.92

/** The speech of this device: how fast it speaks, measured once, and the rate at which it keeps to the plan. */
export function useDeviceVoice() {
  const { catalogue } = storeToRefs(useCatalogue())
  /** Words a minute at its usual rate; 0: not measured. */
  const measured = useLocalStorage('unhurried-circle-voice', 0)
  const canSpeak = typeof speechSynthesis !== 'undefined'
  const planned = computed(() => catalogue.value.clock.voice)
  const rate = computed(() =>
    measured.value > 0 ? Math.min(FASTEST, Math.max(SLOWEST, planned.value.wordsAMinute / measured.value)) : USUAL_RATE,
  )
  /** What is said is written for this voice: as planned, or slower where the device cannot do that. */
  const voice = computed((): Voice => {
    const { wordsAMinute, breathSeconds } = planned.value
    const own = measured.value > 0 ? measured.value * rate.value : wordsAMinute
    return { wordsAMinute: Math.min(wordsAMinute, own), breathSeconds }
  })

  /** Lets it speak and takes the time; false: it said nothing. */
  async function measure(): Promise<boolean> {
    if (!canSpeak) return false
    speechSynthesis.cancel()
    const said = new SpeechSynthesisUtterance(SAMPLE)
    const seconds = await new Promise<number>((resolve) => {
      let began = 0
      said.onstart = () => (began = performance.now())
      said.onend = () => resolve(began === 0 ? 0 : (performance.now() - began) / 1000)
      said.onerror = () => resolve(0)
      speechSynthesis.speak(said)
      setTimeout(() => resolve(0), PATIENCE_MS)
    })
    if (seconds < 1) return false
    measured.value = Math.round((wordCount(SAMPLE) * 60) / seconds)
    return true
  }
  return { canSpeak, measured, rate, voice, measure }
}
/** A device without a voice never begins. */
const PATIENCE_MS = 60_000
