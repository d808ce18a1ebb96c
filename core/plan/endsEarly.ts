import type { Catalogue } from '../catalogue/catalogue'
import type { Offer } from '../offer/offer'
import { roundSeconds } from '../offer/ownDose'
import { secondsOf } from '../time/secondsOf'
import { workParts, type WorkPart } from '../time/workSeconds'
import type { Block } from './plan'

/** Somebody whose own dose ends before the block's: they let go, stay and breathe until the others are done. */
export interface EndsEarly {
  rider: string
  /** One round of their own, and how many they do. */
  roundSeconds: number
  rounds: number
  /** All of their work, with rests and the change of side. */
  workSeconds: number
}

/**
 * Where somebody's own dose is shorter than the block's, in all or in a round; nobody where it is not.
 *
 * @param who with where they are and what they are offered in the block
 * @param work the block, the seconds of its work as their lane does it, and whether it begins with a change of side
 * @example
 * earlyEnd({ rider: 'ann', posture: 'chair/tall', offers: riders[0].offers[0] }, { block: plan.blocks[0], seconds: 60,
 * turns: false }, catalogue)
 * // []
 */
export function earlyEnd(
  { rider, posture, offers }: { rider: string; posture: string; offers: readonly Offer[] },
  { block, seconds, turns }: { block: Block; seconds: number; turns: boolean },
  catalogue: Catalogue,
): EndsEarly[] {
  const offer = offers.find(({ own, dials }) => own.limits.length > 0 || Object.keys(dials).length > 0)
  if (!offer?.variation || offer.kind === 'breath') return []
  const { sides } = offer.variation
  const { rounds, restSeconds } = offer.own
  const own = roundSeconds(offer.own, sides)
  const sideChangeSeconds = sideChangeIn(posture, catalogue)
  const catchUp = offers.some((other) => other.catchUp)
  const { sideOrder: order, onSide } = block
  const work = { roundSeconds: own, rounds, restSeconds, sides, order, sideChangeSeconds, catchUp, onSide, turns }
  const workSeconds = secondsIn(workParts(work))
  const isShorter = workSeconds < seconds || own < secondsOf(block.dose, sides)
  return isShorter ? [{ rider, roundSeconds: own, rounds, workSeconds }] : []
}

/**
 * All of some parts, seconds.
 *
 * @example
 * secondsIn([{ seconds: 30 }, { seconds: 4 }]) // 34
 */
export function secondsIn(parts: readonly Pick<WorkPart, 'seconds'>[]): number {
  return parts.reduce((sum, part) => sum + part.seconds, 0)
}

/**
 * How long a change of side takes in a posture, seconds.
 *
 * @example
 * sideChangeIn('bed/supine', catalogue) // 8
 */
export function sideChangeIn(postureId: string, { postures, clock }: Pick<Catalogue, 'postures' | 'clock'>): number {
  return postures.get(postureId)?.sideChangeSeconds ?? clock.sideChange.seconds
}
