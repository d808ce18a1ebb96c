import type { ConditionState } from '~~/core/reflect/gates'

export const STATE_WORDS: Record<ConditionState, string> = {
  passed: 'passed',
  failed: 'not passed',
  'once-missed': 'not shown last time: try again',
  'not-measured': 'not yet measured',
  'too-old': 'too old',
}

/** A condition's state as a sign that needs no colour. */
export const STATE_SIGNS: Record<ConditionState, string> = {
  passed: '✓',
  failed: '✕',
  'once-missed': '◐',
  'not-measured': '○',
  'too-old': '↻',
}

export const ACCESS_WORDS = { yes: 'alone', 'with-help': 'with help', no: 'not open' } as const

/** Seconds as a stopwatch shows them. */
export function stopwatchWords(seconds: number): string {
  const whole = Math.floor(seconds)
  const tenth = Math.floor((seconds - whole) * 10)
  return whole < 60 ? `${whole}.${tenth}` : `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}.${tenth}`
}

/** Time a week, in whole minutes. */
export function minutesAWeek(seconds: number): string {
  return seconds < 30 ? 'none' : `${Math.round(seconds / 60)} min`
}

/** Whether somebody has come, for a place in the ring; before the door nothing is said. */
export function cameWords(came: boolean | undefined): string {
  if (came === undefined) return ''
  return came ? 'is here' : 'not here yet'
}
