import { differenceInCalendarDays, parseISO } from 'date-fns'
import type { Catalogue, Movement } from '../catalogue/catalogue'
import { entriesOf } from '../entries'
import { levelsOn, storedLevel } from '../offer/levels'
import type { BelievedToday, Person } from '../offer/person'
import { placeFirst, startFor } from '../offer/placeFirst'
import { beliefAround, chanceOf, drifted } from './belief'
import { shiftFor, type Believed } from './capacities'
import { needsCare } from './careful'
import { ladderOfKey } from './datedOutcome'
import { carefulThreshold } from './likelyHere'

/** When it is asked. */
export interface Asking {
  /** ISO day. */
  on: string
  /** Whether somebody comes back after weeks away, today or in the meetings after it. */
  isBack: boolean
}

/**
 * What somebody's notes say of today, beyond their levels: where they begin what they never did, and how much easier
 * they come back after weeks away. First levels go by what is found on their other movements, one above the usual start
 * at most, and never above where balance is at stake, a health fact, a gate or another tier holds it down. Coming back,
 * a ladder is worked at the highest rung that is still likely after the weeks without, two below at most.
 *
 * @param believed from this person's notes
 * @returns only what differs from the usual start; every ladder with notes where somebody comes back
 * @source ours: docs/decisions/the-judgement.md
 * @example
 * believedToday(ann, believedOf([], catalogue), { on: '2026-11-28', isBack: false }, catalogue)
 * // { starts: [], back: [] }
 */
export function believedToday(
  person: Person,
  believed: Believed,
  { on, isBack }: Asking,
  catalogue: Catalogue,
): BelievedToday {
  if (believed.ladders.size === 0) return { starts: [], back: [] }
  const tier = person.homeTier
  const starts = [...catalogue.movements.values()].flatMap((movement) => {
    if (!movement.ladders[tier] || movement.quality === 'breath') return []
    if (storedLevel(person, movement.id, tier, 'both') !== null) return []
    const begins = beginsAt(movement, { person, believed }, catalogue)
    return begins ? [{ movement: movement.id, tier, ...begins }] : []
  })
  return { starts, back: isBack ? backOn(person, believed, on, catalogue) : [] }
}

/** The believed start; null where it is the usual one. */
function beginsAt(
  movement: Movement,
  { person, believed }: { person: Person; believed: Believed },
  catalogue: Catalogue,
): { level: number; chance: number } | null {
  const { prior } = catalogue.judgement.belief
  const tier = person.homeTier
  const usual = placeFirst(movement, tier, { person: withoutBelieved(person) }, catalogue)
  const isHeld = startFor(movement, tier, { person }, catalogue).isHeld
  const ladder = movement.ladders[tier] ?? []
  const above = ladder.find((rung) => rung.level > usual)
  const atMost = isHeld || !above || needsCare(movement, above, catalogue) ? usual : usual + 1
  const belief = beliefAround(usual + prior.above + shiftFor(movement, believed, catalogue), prior.spread)
  const enough = carefulThreshold(catalogue)
  const open = ladder.map((rung) => rung.level).filter((level) => level <= atMost)
  const level = open.findLast((rung) => chanceOf(belief, rung) >= enough) ?? open[0]
  return level === undefined || level === usual ? null : { level, chance: chanceOf(belief, level) }
}

function withoutBelieved({ believed: _believed, ...person }: Person): Person {
  return person
}

function backOn(person: Person, { ladders, lastOn }: Believed, on: string, catalogue: Catalogue) {
  const { belief: believing, easing } = catalogue.judgement
  const enough = carefulThreshold(catalogue)
  return [...ladders].flatMap(([key, sides]) => {
    const { movement, tier } = ladderOfKey(key)
    const levels = levelsOn(person, movement, tier)
    const weeks = differenceInCalendarDays(parseISO(on), parseISO(lastOn.get(key) ?? on)) / 7
    return entriesOf(sides).flatMap(([side, belief]) => {
      const own = levels.length === 0 ? null : storedLevel(person, movement, tier, side)
      if (!belief || own === null) return []
      const now = drifted(belief, weeks, believing.drift)
      const rungs = (catalogue.movements.get(movement)?.ladders[tier] ?? []).map((rung) => rung.level)
      const lowest = own - easing.levelsAtMost
      const likely = rungs.findLast((level) => level <= own && level >= lowest && chanceOf(now, level) >= enough)
      const level = likely ?? Math.max(1, lowest)
      return [{ movement, tier, side, levels: own - level, chance: chanceOf(now, own) }]
    })
  })
}
