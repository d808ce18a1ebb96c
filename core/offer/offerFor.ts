import { dequal } from 'dequal/lite'
import type { Movement, Variation } from '../catalogue/catalogue'
import type { Side } from '../catalogue/words'
import { isTwoSided } from '../time/workSeconds'
import { catchesUp } from './catchUp'
import { doseOn } from './doseOn'
import { factsOf } from './facts'
import type { Offer } from './offer'
import { highestRung, type Asked, type OpenRung, type Situation } from './highestRung'
import { levelsOn } from './levels'
import type { OwnDose } from './ownDose'
import { firstOpen } from './openWay'
import { inOrderOfWeight, type Reason } from './reason'
import { standInDose } from './schoolDose'
import { standInsFor } from './standIn'
import { withSwing } from './swingFor'
import { judge } from './verdict'

/** A variation that somebody chose by hand for today. */
export interface HandChoice {
  variation: string
  reason: string
}

/**
 * What a person is offered in a block: the highest admissible rung at or under today's level, for each side where
 * sides are worked apart. Nothing admissible → the movement's stand-in; none either → breath, and it says so.
 *
 * @param asked the block's movement and dose
 * @param choice a hand-made choice, kept even against a limit, but the limit is said
 * @returns one offer with side `both`, or one for `left` and one for `right` where they differ
 * @example
 * offersFor({ movement: bridge, dose: plan.blocks[0].dose, rounds: 2, restSeconds: 0 }, { person: ann, today:
 * riders[0].today, catalogue }).length
 * // 1
 */
export function offersFor(asked: Asked, situation: Situation, choice?: HandChoice): Offer[] {
  const chosen = choice && situation.catalogue.variations.get(choice.variation)
  if (chosen && situation.today.takesPart) return [byHand(chosen, choice, asked, situation)]
  if (!isTwoSided(asked.movement.sides) || isEven(asked.movement, situation)) return [offerOn('both', asked, situation)]
  const left = offerOn('left', asked, situation)
  const right = offerOn('right', asked, situation)
  const isAlike =
    left.variation === right.variation &&
    left.swing?.variation === right.swing?.variation &&
    dequal(left.own, right.own) &&
    dequal(left.dials, right.dials)
  if (isAlike) return [{ ...left, side: 'both', watch: merged(left.watch, right.watch) }]
  const weaker = asked.catchUp ? catchesUp([left, right], asked, situation) : null
  return [left, right].map((offer) => (offer === weaker ? { ...offer, catchUp: true } : offer))
}

/** Whether nothing that is known of somebody tells their sides apart, so that both are offered the same. */
function isEven({ id }: Movement, { person, today, catalogue }: Situation): boolean {
  return (
    person.ranges.length === 0 &&
    factsOf(person, catalogue).every(({ row, own }) => !row.sided || own.side === 'both') &&
    levelsOn(person, id, today.tier).every(({ side }) => side === 'both') &&
    person.dials.every(({ movement, side }) => side === 'both' || movement !== id)
  )
}

function offerOn(side: Side, asked: Asked, situation: Situation): Offer {
  const { today } = situation
  const { tier } = today
  const base: Offer = {
    side,
    tier,
    kind: 'nothing',
    movement: null,
    variation: null,
    wantedLevel: null,
    reasons: today.reasons,
    watch: today.watch,
    byHand: false,
    more: false,
    catchUp: false,
    dials: {},
    own: blockDose(asked),
    swing: null,
  }
  if (!today.takesPart) return base
  if (today.breathOnly) return breath(base, situation)
  const own = highestRung(asked, side, situation)
  if (own.variation) return rungOffer(base, 'movement', asked.movement, own)
  const reasons = [...base.reasons, ...own.reasons]
  const instead = hasStandIn(asked.movement, situation) ? standInOffer(base, reasons, asked, situation) : null
  if (instead) return instead
  const none: Reason = { kind: 'nothing-left', movement: asked.movement.name, tier }
  return breath({ ...base, wantedLevel: own.wantedLevel, reasons: [...reasons, none] }, situation)
}

/** Not for breath, nor for whoever was hurt twice by the movement: the same parts are to be looked at first. */
function hasStandIn({ id, quality }: Movement, { person, today }: Situation): boolean {
  return (
    quality !== 'breath' &&
    !person.leftOut.some((row) => row.movement === id && row.tier === today.tier && !row.standsIn)
  )
}

/** The nearest that is open to somebody in place of a movement; null: nothing is. */
function standInOffer(base: Offer, reasons: Reason[], asked: Asked, situation: Situation): Offer | null {
  const { person, today, catalogue } = situation
  for (const { movement, tier } of standInsFor(asked.movement, today.tier, catalogue)) {
    if (tier !== today.tier && person.access[tier] === 'no') continue
    const there = { ...situation, today: { ...today, tier } }
    const other = highestRung(instead(movement, asked), base.side, there)
    if (!other.variation) continue
    const isSame = movement === asked.movement
    const why: Reason = isSame
      ? { kind: 'sits-for-it', movement: movement.name }
      : { kind: 'stand-in', standIn: movement.name, movement: asked.movement.name }
    const kind = isSame ? 'movement' : 'stand-in'
    return rungOffer({ ...base, tier, reasons }, kind, movement, { ...other, reasons: [...other.reasons, why] })
  }
  return null
}

/** A block with the movement that stands in, at the dose that the block's school gives it, within the block's time. */
function instead(movement: Movement, asked: Asked): Asked {
  const own = movement === asked.movement ? null : standInDose(movement, asked, asked.school ?? null)
  return { ...asked, ...own, movement }
}

function rungOffer(base: Offer, kind: 'movement' | 'stand-in', movement: Movement, rung: OpenRung): Offer {
  const { variation, wantedLevel, more, dials, own, swing } = rung
  return {
    side: base.side,
    tier: base.tier,
    kind,
    movement: movement.id,
    variation,
    wantedLevel,
    reasons: inOrderOfWeight([...base.reasons, ...rung.reasons]),
    watch: merged(base.watch, rung.watch),
    byHand: false,
    more,
    catchUp: false,
    dials,
    own: own ?? base.own,
    swing,
  }
}

function blockDose({ dose, rounds, restSeconds }: Asked): OwnDose {
  return { dose, rounds, restSeconds, waits: null, limits: [] }
}

/**
 * Whether somebody is left without an answer of their own: breath, or nothing, where something else is done.
 *
 * @example
 * isLeftOut([{ kind: 'breath' }], bridge) // true
 */
export function isLeftOut(offers: readonly Offer[], movement: Pick<Movement, 'quality'>): boolean {
  return movement.quality !== 'breath' && offers.some((offer) => offer.kind === 'breath' || offer.kind === 'nothing')
}

/**
 * A rung taken by hand is done in the way that is open, where one is; else as it was chosen, and the limits are said.
 */
function byHand(chosen: Variation, choice: HandChoice, asked: Asked, situation: Situation): Offer {
  const { today, catalogue } = situation
  const taken = firstOpen(chosen, 'both', situation).open?.way ?? chosen
  const verdict = judge(taken, 'both', situation, catalogue)
  const movement = catalogue.movements.get(taken.movement) ?? asked.movement
  const dosed = doseOn(taken, { ...asked, movement }, 'both', { ...situation, isTurned: false }).own
  const { own, swing } = withSwing(dosed, { ...situation, movement, variation: taken, side: 'both' }, catalogue)
  return withReasonsInOrder({
    side: 'both',
    tier: taken.tier,
    kind: taken.movement === asked.movement.id ? 'movement' : 'stand-in',
    movement: taken.movement,
    variation: taken,
    wantedLevel: taken.level,
    ...{ byHand: true, more: false, catchUp: false, dials: {}, own, swing },
    reasons: [
      { kind: 'by-hand', note: choice.reason },
      ...verdict.blocks.map((limit): Reason => ({ kind: 'against-limit', limit })),
    ],
    watch: merged(today.watch, verdict.watch),
  })
}

/** Breath in the quietest version that the person may be in; none: stay where you are and breathe. */
function breath(base: Offer, situation: Situation): Offer {
  const { catalogue } = situation
  const movement = [...catalogue.movements.values()].find((other) => other.quality === 'breath')
  const isOpen = (rung: Variation) => judge(rung, 'both', situation, catalogue).blocks.length === 0
  const variation = movement?.ladders[base.tier]?.find(isOpen) ?? null
  return withReasonsInOrder({ ...base, kind: 'breath', movement: movement?.id ?? null, variation })
}

function withReasonsInOrder(offer: Offer): Offer {
  return { ...offer, reasons: inOrderOfWeight(offer.reasons) }
}

function merged(some: string[], others: string[]): string[] {
  if (others.length === 0) return some
  return [...new Set([...some, ...others])]
}
