import type { Side, SidePolicy } from '../catalogue/words'
import type { Offer } from '../offer/offer'
import { roundSeconds, type OwnDose } from '../offer/ownDose'
import type { Block } from '../plan/plan'
import { isTwoSided } from '../time/workSeconds'
import type { OutcomeEvent } from './outcome'
import { bodySide, isWorkStep, type ScriptStep } from './script'
import { reachedBy, targetOf } from './target'

/** Where in a block a log is made. */
export interface LogMoment {
  blockId: string
  /** The side that is on, or was on last. */
  side: ScriptStep['side']
  /** Sides whose first round has begun. */
  begun: readonly ScriptStep['side'][]
  roundSeconds: number
  /** Since the round began; null once the block's work is over, or while a side is changed. */
  elapsedSeconds: number | null
}

/**
 * What a log is about: the block whose work is on, or the one before while the next is introduced.
 *
 * @param elapsedSeconds since the step began
 * @returns null before the first work of the class
 * @example
 * logMoment(script, script.findIndex(isWorkStep), 5)
 * // { blockId: 'a', side: 'both', begun: ['both'], roundSeconds: 81, elapsedSeconds: 5 }
 */
export function logMoment(steps: readonly ScriptStep[], at: number, elapsedSeconds: number): LogMoment | null {
  const last = steps.slice(0, at + 1).findLastIndex((step) => step.kind === 'work')
  const step = steps[last]
  if (!step?.blockId) return null
  const begun = steps
    .slice(0, last + 1)
    .filter((other) => other.blockId === step.blockId && other.kind === 'work')
    .map((other) => other.side)
  return {
    blockId: step.blockId,
    side: step.side,
    begun: [...new Set(begun)],
    roundSeconds: step.seconds,
    elapsedSeconds: last === at && isWorkStep(steps[at]) ? elapsedSeconds : null,
  }
}

/** An outcome before it has an id and a time. */
export type OutcomeDraft = Omit<OutcomeEvent, 'id' | 'at'>

/**
 * What one touch records. Done: the target on each side that has begun and was not logged yet. Partly and stopped:
 * the second or repetition of the side that is on. Eased: that, and nothing of an amount. Nothing else is filled in.
 *
 * @param offers the person's offers in the block
 * @param logged body sides of this person and block with an outcome already
 * @param startSide the side of the body that the circle begins with
 * @example
 * logFor('done', { blockId: 'a', side: 'both', begun: ['both'], roundSeconds: 30, elapsedSeconds: 30 }, {
 * participant: 'bo', offers: riders[1].offers[0], block: plan.blocks[0], logged: [], startSide: 'left' })[0].done
 * // 'done'
 */
export function logFor(
  done: OutcomeEvent['done'],
  moment: LogMoment,
  {
    participant,
    offers,
    block,
    logged,
    startSide,
  }: {
    participant: string
    offers: readonly Offer[]
    block: Block
    logged: readonly Side[]
    startSide: 'left' | 'right'
  },
): OutcomeDraft[] {
  const elapsed = isAtIt(moment, offers) ? moment.elapsedSeconds : null
  return sidesFor(done, moment, { offers, logged, startSide }).flatMap((side): OutcomeDraft[] => {
    const offer = offers.find((other) => other.side === side || other.side === 'both') ?? offers[0]
    if (!offer?.variation || !offer.movement) return []
    const { dose, rounds } = offer.own
    const { amount, unit } = targetOf(dose)
    return [
      {
        blockId: block.id,
        participant,
        movement: offer.movement,
        tier: offer.tier,
        side,
        variation: offer.variation.id,
        level: offer.variation.level,
        dials: offer.dials,
        own: { dose, rounds },
        done,
        target: amount,
        achieved: achievedBy(done, elapsed, offer.own, offer.variation.sides),
        unit,
        effort: null,
        pain: null,
        painKind: null,
        form: null,
        cheat: '',
        painWhere: '',
        support: null,
        why: null,
        isGroup: false,
        feel: null,
        evenness: null,
        takesBack: null,
        device: '',
        note: '',
        clears: [],
      },
    ]
  })
}

function sidesFor(
  done: OutcomeEvent['done'],
  moment: LogMoment,
  { offers, logged, startSide }: { offers: readonly Offer[]; logged: readonly Side[]; startSide: 'left' | 'right' },
): Side[] {
  const workedApart = offers.some(
    (offer) =>
      offer.side !== 'both' || (offer.kind !== 'breath' && offer.variation && isTwoSided(offer.variation.sides)),
  )
  if (!workedApart) return ['both']
  const body = (side: ScriptStep['side']): Side[] => {
    if (side === 'both') return ['left', 'right']
    if (side === 'weaker') return offers.flatMap((offer) => (offer.catchUp ? [offer.side] : []))
    return [bodySide(side, startSide)]
  }
  // Who has no side to catch up was last on the side before.
  const on = [moment.side, ...moment.begun.toReversed()].map(body).find((sides) => sides.length > 0) ?? []
  if (done !== 'done' && done !== 'more') return on
  const open = [...new Set(moment.begun.flatMap(body))].filter((side) => !logged.includes(side))
  return open.length > 0 ? open : on
}

/** In a catch-up round those without a side to catch up are at rest. */
function isAtIt({ side }: LogMoment, offers: readonly Offer[]): boolean {
  return side !== 'weaker' || offers.some((offer) => offer.catchUp)
}

function achievedBy(
  done: OutcomeEvent['done'],
  elapsedSeconds: number | null,
  own: OwnDose,
  sides: SidePolicy,
): number | null {
  // Whoever does more has done what was asked.
  if (done === 'done' || done === 'more') return targetOf(own.dose).amount
  if (elapsedSeconds === null || (done !== 'partly' && done !== 'stopped')) return null
  return reachedBy(own.dose, roundSeconds(own, sides), elapsedSeconds)
}
