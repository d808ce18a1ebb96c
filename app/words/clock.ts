/**
 * Seconds as a clock shows them.
 *
 * @example
 * clockWords(2705) // "45:05"
 */
export function clockWords(seconds: number): string {
  const whole = Math.round(Math.abs(seconds))
  return `${seconds < 0 ? '−' : ''}${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}
