import type { Judgement } from '../catalogue/judgement'
import { isEvenPress } from '../measure/evenness'
import { isFarOff, isReached, type Evidence } from './evidence'

/** What eases a movement at once, without looking at other meetings. */
export type EasingCause =
  | { kind: 'sharp-pain' }
  | { kind: 'pain'; pain: number; arrivalPain: number | null }
  | { kind: 'pain-rose'; pain: number; arrivalPain: number }
  | { kind: 'stopped' }
  | { kind: 'far-off'; entry: Evidence }

/**
 * Why a single outcome eases at once; null where it does not.
 *
 * Sharp pain always. Else pain is held against what somebody came with or usually has: over what is tolerated it eases
 * where it rose by so much, and strong pain wherever it rose, once. A pull is no pain until it is strong itself. A stop
 * that nobody explained eases; one for the toilet is no finding.
 *
 * @source `judgement.yaml`, `pain`; that pain up to 4 or 5 is tolerated while training where it settles: Thomeé 1997,
 * pain-monitoring model, memory
 * @example
 * easingCause({ ...entry, pain: 6, painKind: 'pinch', arrivalPain: 0 }, judgement)
 * // { kind: 'pain', pain: 6, arrivalPain: 0 }
 */
export function easingCause(entry: Evidence, judgement: Judgement): EasingCause | null {
  const { painKind, arrivalPain } = entry
  if (painKind === 'sharp') return { kind: 'sharp-pain' }
  const { tolerated, rise, strong } = judgement.pain
  const pain = painIn(entry, judgement)
  const base = painBefore(entry)
  const isStrong = pain >= strong && base < strong
  if (pain > tolerated && (pain >= base + rise || isStrong))
    return base > tolerated && arrivalPain !== null
      ? { kind: 'pain-rose', pain, arrivalPain }
      : { kind: 'pain', pain, arrivalPain }
  if (entry.done === 'stopped' && (entry.why === null || entry.why === 'pain' || entry.why === 'dizzy'))
    return { kind: 'stopped' }
  return entry.why !== 'interrupted' && isFarOff(entry, judgement) ? { kind: 'far-off', entry } : null
}

/**
 * Whether a cause is something that hurt, not only something that was too much.
 *
 * @example
 * isHurt({ kind: 'sharp-pain' }) // true
 */
export function isHurt({ kind }: EasingCause): boolean {
  return kind === 'sharp-pain' || kind === 'pain' || kind === 'pain-rose'
}

/** What of an outcome speaks against a step up, whatever else is known. */
export type Hindrance = 'not-reached' | 'slipped' | 'uneven' | 'hand' | 'pinch' | 'pain-above-usual' | 'effort'

/**
 * The first thing in an outcome that speaks against a step up; null: nothing does. What was not noted speaks neither
 * for nor against.
 *
 * @param effortAtMost the highest effort that still steps; null: any
 * @example
 * hindrance({ ...entry, form: 'slipped' }, 4, judgement) // 'slipped'
 */
export function hindrance(entry: Evidence, effortAtMost: number | null, judgement: Judgement): Hindrance | null {
  if (entry.support === 'hand') return 'hand'
  if (entry.done !== 'noted' && !isReached(entry)) return 'not-reached'
  if (entry.form === 'slipped') return 'slipped'
  if (isEvenPress(entry.evenness, judgement) === false) return 'uneven'
  if (entry.painKind === 'pinch') return 'pinch'
  const pain = painIn(entry, judgement)
  if (pain > judgement.pain.stillSteps && pain > painBefore(entry)) return 'pain-above-usual'
  if (effortAtMost === null) return null
  return (entry.effort !== null && entry.effort > effortAtMost) || entry.feel === 'hard' ? 'effort' : null
}

/**
 * Whether something hurt more than usual: over what somebody came with, and more than is nothing.
 *
 * @example
 * isSorer({ ...entry, pain: 5, painKind: 'pinch', arrivalPain: 1 }, judgement) // true
 */
export function isSorer(entry: PainNoted, judgement: Judgement): boolean {
  const pain = painIn(entry, judgement)
  return pain > judgement.pain.stillSteps && pain >= painBefore(entry) + judgement.pain.rise
}

/** What was noted of pain, and what somebody came with. */
type PainNoted = Pick<Evidence, 'pain' | 'painKind' | 'arrivalPain'> & { usualPain?: number | null }

/** Pain as it counts: a pull is none until it is strong itself. */
function painIn({ pain, painKind }: PainNoted, { pain: { pullIsPain } }: Judgement): number {
  if (pain === null) return 0
  return painKind === 'pull' && pain < pullIsPain ? 0 : pain
}

/** What somebody came with, or usually has: the higher one. */
function painBefore({ arrivalPain, usualPain }: PainNoted): number {
  return Math.max(arrivalPain ?? 0, usualPain ?? 0)
}
