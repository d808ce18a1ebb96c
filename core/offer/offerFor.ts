import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import type { Dose } from '../catalogue/dose'
import type { Side, Tier } from '../catalogue/words'
import { isTwoSided } from '../time/workSeconds'
import type { Arrival, Person } from './person'
import { dialsOf, withDials, type Dials } from './dials'
import { placeFirst } from './placeFirst'
import type { Reason, Today } from './today'
import { judge } from './verdict'

/** What somebody is offered in a block on one side, and why. */
export interface Offer {
  side: Side
  tier: Tier
  kind: 'movement' | 'stand-in' | 'breath' | 'nothing'
  /** The movement that is done, the stand-in's where there is one. */
  movement: string | null
  variation: Variation | null
  /** The level worked at today before considerations; null where none is asked. */
  wantedLevel: number | null
  /** Heaviest first. */
  reasons: Reason[]
  watch: string[]
  byHand: boolean
  /** Dials this person has turned on this rung, as far as the block allows. */
  dials: Dials
}

/** A variation that somebody chose by hand for today. */
export interface HandChoice {
  variation: string
  reason: string
}

export interface Asked {
  movement: Movement
  dose: Dose
  rounds: number
  /** A lane may keep to a level in a block, whatever its people could do. */
  levelAtMost?: number | undefined
}

/**
 * What a person is offered in a block: the highest admissible rung at or under today's level, for each side where
 * sides are worked apart. Nothing admissible → the movement's stand-in; none either → breath, and it says so.
 *
 * @param asked the block's movement and dose
 * @param today from `todayOf`
 * @param choice a hand-made choice, kept even against a limit, but the limit is said
 * @returns one offer with side `both`, or one for `left` and one for `right` where they differ
 * @example
 * offersFor({ movement: bridge, dose }, olga, today, catalogue, arrival)[0].variation?.name // "Half bridge with the hands pressing"
 */
export function offersFor(
  asked: Asked,
  person: Person,
  today: Today,
  catalogue: Catalogue,
  arrival?: Arrival,
  choice?: HandChoice,
): Offer[] {
  const chosen = choice && catalogue.variations.get(choice.variation)
  if (chosen && today.takesPart) return [byHand(chosen, choice, asked, person, today, catalogue, arrival)]
  if (!isTwoSided(asked.movement.sides)) return [offerOn('both', asked, person, today, catalogue, arrival)]
  const left = offerOn('left', asked, person, today, catalogue, arrival)
  const right = offerOn('right', asked, person, today, catalogue, arrival)
  return left.variation === right.variation
    ? [{ ...left, side: 'both', watch: merged(left.watch, right.watch) }]
    : [left, right]
}

function offerOn(
  side: Side,
  asked: Asked,
  person: Person,
  today: Today,
  catalogue: Catalogue,
  arrival?: Arrival,
): Offer {
  const base: Offer = {
    side,
    tier: today.tier,
    kind: 'nothing',
    movement: null,
    variation: null,
    wantedLevel: null,
    reasons: [...today.reasons],
    watch: today.watch,
    byHand: false,
    dials: {},
  }
  if (!today.takesPart) return base
  if (today.breathOnly) return breath(base, asked.dose, person, catalogue, arrival)
  const own = highestRung(asked, side, person, today, catalogue, arrival)
  if (own.variation) {
    return settled({
      ...base,
      kind: 'movement',
      movement: asked.movement.id,
      variation: own.variation,
      wantedLevel: own.wantedLevel,
      reasons: [...base.reasons, ...own.reasons],
      watch: merged(base.watch, own.watch),
      dials: own.dials,
    })
  }
  const reasons = [...base.reasons, ...own.reasons]
  const standIn = catalogue.movements.get(asked.movement.standIns[today.tier] ?? '')
  if (standIn) {
    const other = highestRung({ ...asked, movement: standIn }, side, person, today, catalogue, arrival)
    if (other.variation) {
      return settled({
        ...base,
        kind: 'stand-in',
        movement: standIn.id,
        variation: other.variation,
        wantedLevel: other.wantedLevel,
        dials: other.dials,
        reasons: [
          ...reasons,
          ...other.reasons,
          { weight: 40, text: `“${standIn.name}” stands in for “${asked.movement.name}”.` },
        ],
        watch: merged(base.watch, other.watch),
      })
    }
  }
  const none = {
    weight: 85,
    text: `No variation of “${asked.movement.name}” is left in the ${today.tier} tier: breath meanwhile.`,
  }
  return breath(
    { ...base, wantedLevel: own.wantedLevel, reasons: [...reasons, none] },
    asked.dose,
    person,
    catalogue,
    arrival,
  )
}

interface Found {
  variation: Variation | null
  wantedLevel: number | null
  reasons: Reason[]
  watch: string[]
  dials: Dials
}

function highestRung(
  asked: Asked,
  side: Side,
  person: Person,
  today: Today,
  catalogue: Catalogue,
  arrival?: Arrival,
): Found {
  const ladder = asked.movement.ladders[today.tier]
  if (!ladder) return { variation: null, wantedLevel: null, reasons: [], watch: [], dials: {} }
  if (person.leftOut.some((row) => row.movement === asked.movement.id && row.tier === today.tier)) {
    return {
      variation: null,
      wantedLevel: null,
      reasons: [{ weight: 88, text: `“${asked.movement.name}” hurt twice running: left out until a lead has looked.` }],
      watch: [],
      dials: {},
    }
  }
  const stored = storedLevel(person, asked.movement.id, today.tier, side)
  const start = stored ?? placeFirst(asked.movement, today.tier, person, catalogue, today.year)
  const wantedLevel = Math.max(1, Math.min(start - today.easierBy, today.levelAtMost, asked.levelAtMost ?? 5))
  const reasons: Reason[] = [
    { weight: 10, text: stored === null ? `First time: starts at level ${start}.` : `Works at level ${stored}.` },
  ]
  for (const rung of [...ladder].reverse()) {
    if (rung.level > wantedLevel) continue
    // On a rung below their own nothing was turned yet.
    const dials = rung.level === stored ? dialsOf(rung, person, asked) : {}
    const verdict = judge(rung, withDials(asked, dials).dose, side, person, catalogue, arrival)
    const unloaded =
      rung.dials.some((range) => range.dial === 'load') && dials.load === undefined ? ['Without added load yet.'] : []
    if (verdict.blocks.length === 0)
      return { variation: rung, wantedLevel, reasons, watch: [...verdict.watch, ...unloaded], dials }
    reasons.push(...verdict.blocks.map((text) => ({ weight: 75, text: `${text} at level ${rung.level}.` })))
  }
  if (ladder[0]!.level > wantedLevel) {
    reasons.push({ weight: 45, text: `The ladder starts at level ${ladder[0]!.level} in the ${today.tier} tier.` })
  }
  return { variation: null, wantedLevel, reasons, watch: [], dials: {} }
}

/** Whether somebody is left without an answer of their own: breath, or nothing, where something else is done. */
export function isLeftOut(offers: readonly Offer[], movement: Pick<Movement, 'quality'>): boolean {
  return movement.quality !== 'breath' && offers.some((offer) => offer.kind === 'breath' || offer.kind === 'nothing')
}

/** The level of a side where sides differ, else the one for both; null: never placed. */
export function storedLevel(person: Person, movement: string, tier: Tier, side: Side): number | null {
  const own = person.levels.filter((level) => level.movement === movement && level.tier === tier)
  if (side === 'both') return own.length === 0 ? null : Math.min(...own.map((level) => level.level))
  return (own.find((level) => level.side === side) ?? own.find((level) => level.side === 'both'))?.level ?? null
}

function byHand(
  chosen: Variation,
  choice: HandChoice,
  asked: Asked,
  person: Person,
  today: Today,
  catalogue: Catalogue,
  arrival?: Arrival,
): Offer {
  const verdict = judge(chosen, asked.dose, 'both', person, catalogue, arrival)
  return settled({
    side: 'both',
    tier: chosen.tier,
    kind: chosen.movement === asked.movement.id ? 'movement' : 'stand-in',
    movement: chosen.movement,
    variation: chosen,
    wantedLevel: chosen.level,
    byHand: true,
    dials: {},
    reasons: [
      { weight: 99, text: choice.reason === '' ? 'Chosen by hand.' : `Chosen by hand: ${choice.reason}` },
      ...verdict.blocks.map((text) => ({ weight: 98, text: `Against a limit: ${text}.` })),
    ],
    watch: merged(today.watch, verdict.watch),
  })
}

/** Breath in the quietest version that the person may be in; none: stay where you are and breathe. */
function breath(base: Offer, dose: Dose, person: Person, catalogue: Catalogue, arrival?: Arrival): Offer {
  const movement = [...catalogue.movements.values()].find((other) => other.quality === 'breath')
  const variation =
    movement?.ladders[base.tier]?.find(
      (rung) => judge(rung, dose, 'both', person, catalogue, arrival).blocks.length === 0,
    ) ?? null
  return settled({ ...base, kind: 'breath', movement: movement?.id ?? null, variation })
}

function settled(offer: Offer): Offer {
  return { ...offer, reasons: offer.reasons.toSorted((a, b) => b.weight - a.weight) }
}

function merged(some: string[], others: string[]): string[] {
  if (others.length === 0) return some
  return [...new Set([...some, ...others])]
}
