import type { Catalogue } from '../catalogue/catalogue'
import { SchoolId, type Tier } from '../catalogue/words'
import type { OutcomeEvent } from '../lead/outcome'
import { storedLevel } from '../offer/offerFor'
import type { Person } from '../offer/person'
import { decide, type Decision, type Evidence } from './decide'

/** An outcome with its meeting: the raw material of reflection. */
export interface DatedOutcome extends OutcomeEvent {
  meetingId: string
  /** ISO date of the meeting. */
  date: string
  arrivalPain: number | null
}

/** At most this many steps up a person and meeting; practice. */
const STEPS_A_MEETING = 3

/**
 * All decisions for one person after a meeting: one a movement and tier that was done in it.
 *
 * @param schoolIn the school whose rule holds for this person in a block
 * @param outcomes folded outcomes of this person, of this and earlier meetings, oldest first
 * @returns decisions, at most three of them steps; the longest streaks step first
 */
export function reflectOn(
  meetingId: string, person: Person, outcomes: readonly DatedOutcome[], schoolIn: (blockId: string) => SchoolId, catalogue: Catalogue,
): Decision[] {
  const today = outcomes.filter((outcome) => outcome.meetingId === meetingId && outcome.done !== 'not-done')
  const keys = new Map(today.map((outcome) => [`${outcome.movement} ${outcome.tier}`, outcome]))
  const decisions = [...keys.values()].flatMap(({ movement, tier, blockId }) => {
    const school = catalogue.schools.get(schoolIn(blockId))!
    const rungs = catalogue.movements.get(movement)?.ladders[tier]?.map((rung) => rung.level) ?? []
    const evidence = evidenceFor(movement, tier, outcomes)
    const level = storedLevel(person, movement, tier, 'both') ?? evidence.findLast((entry) => entry.level !== null)?.level ?? null
    return level === null ? [] : [decide({ movement, tier, level, rungs, evidence, school })]
  })
  return withinSteps(decisions)
}

/** One entry a meeting and side: where a movement came twice in a meeting, the harder outcome to like counts. */
function evidenceFor(movement: string, tier: Tier, outcomes: readonly DatedOutcome[]): Evidence[] {
  const entries = new Map<string, Evidence>()
  for (const outcome of outcomes) {
    if (outcome.movement !== movement || outcome.tier !== tier || outcome.done === 'not-done') continue
    const key = `${outcome.meetingId} ${outcome.side}`
    const before = entries.get(key)
    if (before && (before.achieved ?? Infinity) <= (outcome.achieved ?? Infinity)) continue
    entries.set(key, outcome)
  }
  return [...entries.values()]
}

function withinSteps(decisions: Decision[]): Decision[] {
  const first = decisions.filter((decision) => decision.kind === 'step-up').sort((a, b) => b.streak - a.streak).slice(0, STEPS_A_MEETING)
  return decisions.map((decision) =>
    decision.kind !== 'step-up' || first.includes(decision)
      ? decision
      : { ...decision, kind: 'stay', toLevel: decision.fromLevel, because: `${decision.because} Three steps are enough for one meeting.` },
  )
}
