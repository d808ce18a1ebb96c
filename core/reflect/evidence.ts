import { z } from 'zod'
import type { Judgement } from '../catalogue/judgement'
import { isEvenPress } from '../measure/evenness'
import { OutcomeEvent } from '../lead/outcome'

/** One outcome with what is needed to judge it. */
export const Evidence = OutcomeEvent.pick({
  side: true,
  level: true,
  done: true,
  target: true,
  achieved: true,
  unit: true,
  effort: true,
  pain: true,
  painKind: true,
  form: true,
  dials: true,
  support: true,
  why: true,
  feel: true,
  isGroup: true,
  evenness: true,
}).extend({
  meetingId: z.string(),
  /** ISO date of the meeting. */
  date: z.string(),
  /** Pain on arrival that day; null: not asked. */
  arrivalPain: z.number().nullable(),
  /** What this person's pain usually is; null: not known. */
  usualPain: z.number().nullable().default(null),
})
export type Evidence = z.infer<typeof Evidence>

/**
 * Achieved ÷ target; 1 where either was not recorded, since what is empty is no evidence.
 *
 * @example
 * shareOf({ achieved: 15, target: 30 }) // 0.5
 */
export function shareOf({ achieved, target }: Pick<Evidence, 'achieved' | 'target'>): number {
  return achieved === null || target === null || target === 0 ? 1 : achieved / target
}

/**
 * Done in full, as it was recorded; not where a hand was needed.
 *
 * @example
 * isReached(entry) // true
 */
export function isReached(entry: Evidence): boolean {
  const isFull = (entry.done === 'done' || entry.done === 'more') && entry.achieved !== null && shareOf(entry) >= 1
  return isFull && entry.support !== 'hand'
}

/**
 * Well short of the target, slipped, pressed unevenly, eased or stopped.
 *
 * @example
 * isPoor({ ...entry, achieved: 10 }, judgement) // true
 */
export function isPoor(entry: Evidence, { notReached, press }: Pick<Judgement, 'notReached' | 'press'>): boolean {
  // Who was called away has shown nothing.
  if (entry.why === 'interrupted') return false
  return (
    shareOf(entry) < notReached.notReachedShare ||
    entry.form === 'slipped' ||
    isEvenPress(entry.evenness, { press }) === false ||
    entry.support === 'hand' ||
    entry.done === 'eased' ||
    entry.done === 'stopped'
  )
}

/**
 * So far from the target that one rung less would not be enough.
 *
 * @example
 * isFarOff({ ...entry, achieved: 5 }, judgement) // true
 */
export function isFarOff(entry: Evidence, { notReached }: Pick<Judgement, 'notReached'>): boolean {
  return shareOf(entry) < notReached.farShare
}
