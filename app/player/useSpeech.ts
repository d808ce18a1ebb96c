/** The voice of the device, where it has one; what is said is written on the screen as well. */
export function useSpeech(isOn: () => boolean) {
  const canSpeak = typeof speechSynthesis !== 'undefined'
  /** A little slower than talk. */
  const RATE = 0.92

  /** Says something in place of what is still being said. */
  function say(words: string): void {
    if (!canSpeak || !isOn() || words === '') return
    speechSynthesis.cancel()
    const said = new SpeechSynthesisUtterance(words)
    said.rate = RATE
    speechSynthesis.speak(said)
  }
  function hush(): void {
    if (canSpeak) speechSynthesis.cancel()
  }
  return { canSpeak, say, hush }
}
