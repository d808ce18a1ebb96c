import { entryAt } from '../entries'
import type { Catalogue, Movement } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import { factsOf } from './facts'
import type { Person } from './person'
import type { Reason } from './reason'
import { demandsOf } from './verdict'

const ASSISTED = 2

/** What measures say that bears on a start. */
export interface Evidence {
  /** A gate into this tier that was tried and not passed. */
  failedGate: boolean
  /** Names of measures at or over the average of the age that speak for this movement. */
  overAverage: readonly string[]
}

const NOTHING_MEASURED: Evidence = { failedGate: false, overAverage: [] }

/** Who starts. */
export interface Starter {
  person: Person
  evidence?: Evidence
}

export interface Start {
  level: number
  /** Whether something holds it down: a gate, a health fact, another tier. */
  isHeld: boolean
  because: string
}

/**
 * The level at which somebody starts who has never done a movement, and why: 2 in the home tier; 1 elsewhere, where a
 * consideration touches what would be started with, and with a failed gate; 3 where a measure at or over the average
 * speaks for it. Age alone places nobody. A first time is never loaded.
 *
 * @source ours
 * @example
 * startFor(bridge, 'chair', { person: ann }, catalogue).because // 'the usual start in the home tier'
 */
export function startFor(
  movement: Movement,
  tier: Tier,
  { person, evidence = NOTHING_MEASURED }: Starter,
  catalogue: Catalogue,
): Start {
  if (evidence.failedGate) return { level: 1, isHeld: true, because: `a gate into the ${tier} tier was not passed` }
  // Only rungs up to the usual start can be what somebody starts with.
  const asked = new Set(
    (movement.ladders[tier] ?? [])
      .filter((rung) => rung.level <= ASSISTED)
      .flatMap((rung) => demandsOf(rung, catalogue).map((demand) => demand.tag)),
  )
  const touching = factsOf(person, catalogue)
    .map(({ row }) => row)
    .find((row) => row.rules.some((rule) => asked.has(rule.tag)))
  if (touching) return { level: 1, isHeld: true, because: touching.name }
  const elsewhere = person.levels.filter((own) => own.movement === movement.id && own.tier !== tier)
  const fromTier = elsewhere.filter((own) => own.tier === person.homeTier)
  const anywhere = tier === person.homeTier ? elsewhere : []
  const known = fromTier.length > 0 ? fromTier : anywhere
  // A change of tier never raises a level: what was not done there begins at the lower of the old level and 2, on the
  // floor 1.
  if (known.length > 0) {
    const level = Math.min(tier === 'floor' ? 1 : 2, ...known.map((own) => own.level))
    return {
      level,
      isHeld: true,
      because: `level ${Math.min(...known.map((own) => own.level))} in the ${entryAt(known, 0).tier} tier`,
    }
  }
  if (tier !== person.homeTier) return { level: 1, isHeld: true, because: 'not the home tier' }
  if (evidence.overAverage.length > 0)
    return { level: 3, isHeld: false, because: `${evidence.overAverage.join(', ')} at or over the average of the age` }
  return { level: 2, isHeld: false, because: 'the usual start in the home tier' }
}

/**
 * The level alone, for an offer that nothing was placed for yet: what is believed from other movements, where that
 * says otherwise than the usual start. A ladder that begins assisted is begun there: its
 * lowest rung is still held by hands or a prop, and breath alone would be no beginning.
 *
 * @example
 * placeFirst(bridge, 'chair', { person: ann }, catalogue) // 2
 */
export function placeFirst(movement: Movement, tier: Tier, starter: Starter, catalogue: Catalogue): number {
  const believed = believedStart(movement, tier, starter.person)
  if (believed) return believed.level
  const { level } = startFor(movement, tier, starter, catalogue)
  const lowest = movement.ladders[tier]?.[0]?.level ?? level
  return lowest <= ASSISTED ? Math.max(level, lowest) : level
}

/**
 * Where somebody starts, as a reason: how likely it is, where it goes by what other movements show.
 *
 * @example
 * startReason(2, bridge, 'chair', ann) // { kind: 'starts', level: 2 }
 */
export function startReason(level: number, movement: Movement, tier: Tier, person: Person): Reason {
  const believed = believedStart(movement, tier, person)
  return believed ? { kind: 'starts', level, chance: believed.chance } : { kind: 'starts', level }
}

function believedStart({ id }: Movement, tier: Tier, { believed }: Person) {
  return believed?.starts.find((own) => own.movement === id && own.tier === tier)
}
