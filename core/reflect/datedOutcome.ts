import { TIERS, type Tier } from '../catalogue/words'
import { entryAt, sure } from '../entries'
import { getOrMake, grouped } from '../grouped'
import type { OutcomeEvent } from '../lead/outcome'
import type { Evidence } from './evidence'

/** An outcome with its meeting: the raw material of reflection. */
export interface DatedOutcome extends OutcomeEvent {
  meetingId: string
  /** ISO date of the meeting. */
  date: string
  arrivalPain: number | null
  /** What this person's pain usually is; null or left out: not known. */
  usualPain?: number | null
}

const owned = new WeakMap<readonly DatedOutcome[], Map<string, DatedOutcome[]>>()

/**
 * The outcomes of each person, in their order. Whoever asks again of the same list is given the same lists: what is
 * believed of somebody is kept for theirs, and worked out once.
 *
 * @returns by participant; who has none is left out
 * @example
 * outcomesByPerson([outcome]).get(outcome.participant).length // 1
 */
export function outcomesByPerson(outcomes: readonly DatedOutcome[]): Map<string, DatedOutcome[]> {
  return getOrMake(owned, outcomes, () => grouped(outcomes, (outcome) => outcome.participant))
}

const sorted = new WeakMap<readonly DatedOutcome[], Map<string, Evidence[]>>()

/**
 * Evidence by movement and tier, `movement tier`: one entry a meeting and side; where a movement came twice in a
 * meeting, the harder outcome to like counts. Six schools look at the same outcomes, so they are sorted out once.
 *
 * @param outcomes oldest first
 * @example
 * [...evidenceIn([outcome]).keys()] // ['bridge chair']
 */
export function evidenceIn(outcomes: readonly DatedOutcome[]): Map<string, Evidence[]> {
  const before = sorted.get(outcomes)
  if (before) return before
  const movements = new Map<string, Map<string, Evidence[]>>()
  const evidence = new Map<string, Evidence[]>()
  for (const outcome of outcomes) {
    if (outcome.done === 'not-done') continue
    const { movement, tier } = outcome
    const tiers = getOrMake(movements, movement, () => new Map<string, Evidence[]>())
    const own = getOrMake(tiers, tier, () => {
      const entries: Evidence[] = []
      evidence.set(`${movement} ${tier}`, entries)
      return entries
    })
    const place = placeOf(outcome, own)
    if (place < 0) own.push(evidenceOf(outcome))
    else if (isHarder(outcome, entryAt(own, place))) own[place] = evidenceOf(outcome)
  }
  sorted.set(outcomes, evidence)
  return evidence
}

/**
 * The ladder that a key of evidence names.
 *
 * @throws {Error} where it names none
 * @example
 * ladderOfKey('bridge chair') // { movement: 'bridge', tier: 'chair' }
 */
export function ladderOfKey(key: string): { movement: string; tier: Tier } {
  const [movement = '', named] = key.split(' ')
  return {
    movement,
    tier: sure(
      TIERS.find((tier) => tier === named),
      `“${key}” is no ladder.`,
    ),
  }
}

/** Where the entry of the same meeting and side stands, from the last one back through its day; −1: nowhere. */
function placeOf({ meetingId, side, date }: DatedOutcome, entries: readonly Evidence[]): number {
  for (let place = entries.length - 1; place >= 0; place -= 1) {
    const entry = entryAt(entries, place)
    if (entry.date < date) return -1
    if (entry.meetingId === meetingId && entry.side === side) return place
  }
  return -1
}

/** Of two outcomes of a meeting the one that hurt more speaks, then the one that reached less. */
function isHarder(one: DatedOutcome, other: Evidence): boolean {
  const [pain, known] = [one.pain ?? -1, other.pain ?? -1]
  return pain === known ? (one.achieved ?? Infinity) < (other.achieved ?? Infinity) : pain > known
}

/** What is kept of an outcome as evidence: all of one shape, since it is looked at many times over. */
function evidenceOf(outcome: DatedOutcome): Evidence {
  return {
    meetingId: outcome.meetingId,
    date: outcome.date,
    side: outcome.side,
    level: outcome.level,
    done: outcome.done,
    target: outcome.target,
    achieved: outcome.achieved,
    unit: outcome.unit,
    effort: outcome.effort,
    pain: outcome.pain,
    painKind: outcome.painKind,
    form: outcome.form,
    dials: outcome.dials,
    support: outcome.support,
    why: outcome.why ?? null,
    feel: outcome.feel ?? null,
    evenness: outcome.evenness ?? null,
    isGroup: outcome.isGroup === true,
    arrivalPain: outcome.arrivalPain,
    usualPain: outcome.usualPain ?? null,
  }
}
