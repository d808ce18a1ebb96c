import { z } from 'zod'
import type { Judgement } from '../catalogue/judgement'
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
}).extend({
  meetingId: z.string(),
  /** ISO date of the meeting. */
  date: z.string(),
  /** Pain on arrival that day; null: not asked. */
  arrivalPain: z.number().nullable(),
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
 * Done in full, as it was recorded.
 *
 * @example
 * isReached(entry) // true
 */
export function isReached(entry: Evidence): boolean {
  return (entry.done === 'done' || entry.done === 'more') && entry.achieved !== null && shareOf(entry) >= 1
}

/**
 * Well short of the target, slipped, eased or stopped.
 *
 * @example
 * isPoor({ ...entry, achieved: 10 }, judgement) // true
 */
export function isPoor(entry: Evidence, { notReached }: Pick<Judgement, 'notReached'>): boolean {
  return (
    shareOf(entry) < notReached.notReachedShare ||
    entry.form === 'slipped' ||
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

/** What eases a movement at once, without looking at other meetings. */
export type EasingCause =
  | { kind: 'sharp-pain' }
  | { kind: 'pain'; pain: number; arrivalPain: number | null }
  | { kind: 'pain-rose'; pain: number; arrivalPain: number }
  | { kind: 'far-off'; entry: Evidence }

/**
 * Why a single outcome eases at once; null where it does not. A pull that eases with the breath is no pain.
 *
 * @example
 * easingCause({ ...entry, pain: 4, painKind: 'pinch', arrivalPain: 0 }, judgement)
 * // { kind: 'pain', pain: 4, arrivalPain: 0 }
 */
export function easingCause(entry: Evidence, judgement: Judgement): EasingCause | null {
  const { eases, rise } = judgement.pain
  const { arrivalPain } = entry
  const pain = entry.painKind === 'pull' ? 0 : (entry.pain ?? 0)
  if (entry.painKind === 'sharp') return { kind: 'sharp-pain' }
  if (pain >= eases && (arrivalPain === null || arrivalPain < eases)) return { kind: 'pain', pain, arrivalPain }
  if (arrivalPain !== null && pain >= arrivalPain + rise && pain > 0) return { kind: 'pain-rose', pain, arrivalPain }
  return isFarOff(entry, judgement) ? { kind: 'far-off', entry } : null
}
