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

const sorted = new WeakMap<readonly DatedOutcome[], Map<string, Evidence[]>>()

/**
 * Evidence by movement and tier, `movement tier`: one entry a meeting and side; where a movement came twice in a
 * meeting, the harder outcome to like counts. Six schools look at the same outcomes, so they are sorted out once.
 *
 * @example
 * [...evidenceIn([outcome]).keys()] // ['bridge chair']
 */
export function evidenceIn(outcomes: readonly DatedOutcome[]): Map<string, Evidence[]> {
  const before = sorted.get(outcomes)
  if (before) return before
  const ladders = new Map<string, Map<string, Evidence>>()
  for (const outcome of outcomes) {
    if (outcome.done === 'not-done') continue
    const ladder = `${outcome.movement} ${outcome.tier}`
    const own = ladders.get(ladder) ?? new Map<string, Evidence>()
    ladders.set(ladder, own)
    const key = `${outcome.meetingId} ${outcome.side}`
    const known = own.get(key)
    if (!known || isHarder(outcome, known)) own.set(key, evidenceOf(outcome))
  }
  const evidence = new Map([...ladders].map(([ladder, own]) => [ladder, [...own.values()]]))
  sorted.set(outcomes, evidence)
  return evidence
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
