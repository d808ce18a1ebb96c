import type { Catalogue } from '../catalogue/catalogue'
import type { Side, Tier } from '../catalogue/words'
import { settingsOn, storedLevel } from '../offer/levels'
import type { Person } from '../offer/person'
import { isTwoSided } from '../time/workSeconds'
import { beliefAround } from './belief'
import { believedOf } from './capacities'
import type { DatedOutcome } from './datedOutcome'
import type { Evidence } from './evidence'
import type { SideStanding } from './question'

/** Whose ladder it is, with all that was noted of them. */
interface Noted {
  person: Person
  outcomes: readonly DatedOutcome[]
  catalogue: Catalogue
}

/**
 * The sides of a ladder as they stand: each on its own where the rung that is worked at has two or they differ, else
 * both as one. What was noted of both at once, on another rung, is of each.
 *
 * @returns empty where nobody knows the level
 * @example
 * sidesOf({ person: ann, outcomes: [], catalogue }, { movement: 'bridge', tier: 'chair' }, []) // []
 */
export function sidesOf(
  { person, outcomes, catalogue }: Noted,
  { movement, tier }: { movement: string; tier: Tier },
  evidence: readonly Evidence[],
): SideStanding[] {
  const levelOf = (side: Side) =>
    storedLevel(person, movement, tier, side) ?? evidence.findLast((entry) => entry.level !== null)?.level ?? null
  const lowest = levelOf('both')
  if (lowest === null) return []
  const rung = catalogue.movements.get(movement)?.ladders[tier]?.find((one) => one.level === lowest)
  const isApart = (rung && isTwoSided(rung.sides)) || levelOf('left') !== levelOf('right')
  const believed = believedOf(outcomes, catalogue).ladders.get(`${movement} ${tier}`)
  const sides: readonly Side[] = isApart ? ['left', 'right'] : ['both']
  return sides.map((side): SideStanding => {
    const level = levelOf(side) ?? lowest
    const settings = settingsOn(person, { movement, tier }, side)
    return {
      side,
      level,
      dials: Object.fromEntries(settings.map(({ dial, value }) => [dial, value])),
      since:
        settings
          .map((setting) => setting.since)
          .toSorted()
          .at(-1) ?? null,
      evidence: ofSide(evidence, side),
      belief: believed?.[side] ?? believed?.both ?? believed?.left ?? beliefAround(level, 1),
    }
  })
}

/** One entry a meeting: of both at once counts for each; of each, the one with more to say against it for both. */
function ofSide(evidence: readonly Evidence[], side: Side): Evidence[] {
  if (side !== 'both') return evidence.filter((entry) => entry.side === side || entry.side === 'both')
  const byMeeting = new Map<string, Evidence>()
  for (const entry of evidence) {
    const known = byMeeting.get(entry.meetingId)
    if (!known || entry.side === 'both' || isWorse(entry, known)) byMeeting.set(entry.meetingId, entry)
  }
  return [...byMeeting.values()]
}

function isWorse(entry: Evidence, other: Evidence): boolean {
  const [pain, known] = [entry.pain ?? -1, other.pain ?? -1]
  return pain === known ? (entry.achieved ?? Infinity) < (other.achieved ?? Infinity) : pain > known
}
