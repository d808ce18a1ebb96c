import { useLocalStorage } from '@vueuse/core'

/** What may be heard; each can be switched off, and stays so on this device. */
export interface Heard {
  /** A soft tone where something changes. */
  tones: boolean
  /** Five soft ticks before the end of a hold. */
  lastFive: boolean
  /** A tick at every repetition. */
  count: boolean
  /** The device's own speech. */
  speech: boolean
}
type Tone = 'change' | 'go' | 'tick' | 'end'

const PITCHES: Record<Tone, [hz: number, seconds: number, loud: number]> = {
  change: [392, 0.7, 0.1],
  go: [523, 0.5, 0.12],
  tick: [660, 0.08, 0.05],
  end: [330, 1.2, 0.12],
}

/** Soft tones through Web Audio and the device's speech where there is one. */
export function useVoice() {
  const heard = useLocalStorage<Heard>('unhurried-circle-heard', {
    tones: true,
    lastFive: true,
    count: false,
    speech: false,
  })
  let audio: AudioContext | undefined
  const canSpeak = typeof speechSynthesis !== 'undefined'

  /** A browser lets sound begin only after a key or a touch: called from the start of the class. */
  function wake(): void {
    if (typeof AudioContext === 'undefined') return
    audio ??= new AudioContext()
    void audio.resume().catch(() => undefined)
  }
  function tone(which: Tone): void {
    if (!audio || audio.state !== 'running') return
    const [hz, seconds, loud] = PITCHES[which]
    const [from, oscillator, gain] = [audio.currentTime, audio.createOscillator(), audio.createGain()]
    oscillator.frequency.value = hz
    gain.gain.setValueAtTime(0, from)
    gain.gain.linearRampToValueAtTime(loud, from + 0.02)
    gain.gain.exponentialRampToValueAtTime(0.0001, from + seconds)
    oscillator.connect(gain).connect(audio.destination)
    oscillator.start(from)
    oscillator.stop(from + seconds)
  }
  function speak(words: string): void {
    if (!canSpeak || !heard.value.speech) return
    speechSynthesis.cancel()
    const said = new SpeechSynthesisUtterance(words)
    said.rate = 0.92
    speechSynthesis.speak(said)
  }
  onBeforeUnmount(() => {
    if (canSpeak) speechSynthesis.cancel()
    void audio?.close().catch(() => undefined)
  })
  return { heard, canSpeak, wake, tone, speak }
}
