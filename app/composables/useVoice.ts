import { useLocalStorage } from '@vueuse/core'
import { SIGNALS, signalSamples, type Signal } from '~~/core/lead/signals'

/** What may be heard; each can be switched off, and stays so on this device. */
export type Heard = Record<Signal | 'speech', boolean>

const AT_FIRST: Heard = {
  ...{ begin: true, half: false, last: true, change: true, end: true },
  ...{ count: false, beat: false, speech: false },
}
/** While the voice speaks the signals step back, and come up again afterwards: how far, and within how long. */
const [BEHIND_VOICE, STEP_BACK_SECONDS] = [0.35, 0.15]

/** The signals through Web Audio, and the device's speech where there is one. */
export function useVoice() {
  const heard = useLocalStorage<Heard>('unhurried-circle-sounds', AT_FIRST, { mergeDefaults: true })
  const { canSpeak, rate } = useDeviceVoice()
  let audio: AudioContext | undefined
  let loudness: GainNode | undefined
  const buffers = new Map<Signal, AudioBuffer>()
  /** What is spoken, and what is to come; when the last of it was handed over. */
  let spokenSince = 0

  /** A browser lets sound begin only after a key or a touch: called from the start of the class. */
  function wake(): void {
    if (typeof AudioContext === 'undefined') return
    if (!audio) {
      audio = new AudioContext()
      loudness = audio.createGain()
      loudness.connect(audio.destination)
      for (const signal of SIGNALS) buffers.set(signal, bufferOf(audio, signal))
    }
    void audio.resume().catch(() => undefined)
  }
  function play(signal: Signal): void {
    const buffer = buffers.get(signal)
    if (!audio || !loudness || !buffer) return
    const source = audio.createBufferSource()
    source.buffer = buffer
    source.connect(loudness)
    source.start()
  }
  function stepBack(isSpeaking: boolean): void {
    if (!audio || !loudness) return
    loudness.gain.setTargetAtTime(isSpeaking ? BEHIND_VOICE : 1, audio.currentTime, STEP_BACK_SECONDS / 3)
  }
  /** Says something after what is still being said: by the script there is time for both. */
  function speak(words: string): void {
    if (!canSpeak) return
    const said = new SpeechSynthesisUtterance(words)
    said.rate = rate.value
    said.onstart = () => stepBack(true)
    said.onend = said.onerror = () => stepBack(speechSynthesis.pending)
    spokenSince = performance.now()
    speechSynthesis.speak(said)
  }
  /** Ends what is being said: the class is somewhere else now. */
  function hush(): void {
    if (canSpeak) speechSynthesis.cancel()
    stepBack(false)
  }
  /** Seconds since something was handed over to be said. */
  const sinceSpoken = () => (performance.now() - spokenSince) / 1000
  onBeforeUnmount(() => {
    hush()
    void audio?.close().catch(() => undefined)
  })
  return { heard, canSpeak, wake, play, speak, hush, sinceSpoken }
}
export type LeadVoice = ReturnType<typeof useVoice>

function bufferOf(audio: AudioContext, signal: Signal): AudioBuffer {
  const samples = signalSamples(signal, audio.sampleRate)
  const buffer = audio.createBuffer(1, samples.length, audio.sampleRate)
  buffer.copyToChannel(samples, 0)
  return buffer
}
