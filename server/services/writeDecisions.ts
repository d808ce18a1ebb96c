import type { Tier } from '../../core/catalogue/words'
import { INSTEAD_WORDS, type Instead } from '../../core/reflect/answer'
import type { LedgerEntry } from '../../core/contract/ledger'
import type { Meeting } from '../../core/contract/meetings'
import type { Participant } from '../../core/offer/participant'
import { decisionKey } from '../../core/reflect/answer'
import type { DecisionKind } from '../../core/reflect/question'
import type { Evidence } from '../../core/reflect/evidence'
import { settledLevel } from '../../core/reflect/settle'
import type { DialTurn } from '../../core/reflect/turn'
import { writeEntries, type NewEntry } from '../database/ledger'
import type { Acting } from '../database/rows'
import { standingOn, writeStandings, type Standing } from '../database/standings'

/** A decision that was answered, with what it rests on. */
export interface SettledDecision {
  participant: string
  movement: string
  tier: Tier
  proposed: DecisionKind
  fromLevel: number
  toLevel: number
  turn: DialTurn | null
  leaveOut: boolean
  /** Whether another movement may stand in for what is left out. */
  standsIn: boolean
  answer: 'accepted' | 'changed' | 'refused'
  because: string
  reason: string
  /** What is done in place of a level: null: nothing. */
  instead: Instead | null
  evidence: readonly Evidence[]
  moves: LedgerEntry['moves']
  by: LedgerEntry['by']
  others?: LedgerEntry['others']
}

/** The meeting that is decided on, those who are in it, and what was answered of it before. */
export interface Decided {
  meeting: Pick<Meeting, 'id' | 'startsAt'>
  people: readonly Participant[]
  answered: readonly LedgerEntry[]
}

/**
 * Writes answered decisions and where everybody stands by them.
 *
 * @param decidedAt ISO 8601; left out: now
 */
export async function writeDecisions(
  acting: Acting,
  { meeting, people, answered }: Decided,
  decisions: readonly SettledDecision[],
  decidedAt?: string,
): Promise<void> {
  const personOf = new Map(people.map((person) => [person.id, person]))
  // Where an answer was taken back, where they stand now is where they stood.
  const earlier = new Map(answered.filter((entry) => !entry.isUndone).map((entry) => [decisionKey(entry), entry]))
  const entries: NewEntry[] = []
  const standings: Standing[] = []
  for (const decision of decisions) {
    const person = personOf.get(decision.participant)
    if (!person) continue
    const before = standingBefore(
      standingOn(person, decision.movement, decision.tier),
      earlier.get(decisionKey(decision)),
    )
    entries.push(entryFor(decision, meeting.id, before))
    standings.push({
      ...before,
      ...settledLevel(before, decision, decision.fromLevel, meeting.startsAt.slice(0, 10)),
      isLeftOut: decision.leaveOut || before.isLeftOut,
      standsIn: decision.standsIn || before.standsIn,
    })
  }
  await writeEntries(acting, entries, decidedAt)
  await writeStandings(acting, standings)
}

/** Where somebody stood before the first answer of this meeting. */
function standingBefore(now: Standing, earlier: LedgerEntry | undefined): Standing {
  if (!earlier?.before) return now
  const { levels = [], dials = [], isLeftOut = false, standsIn = false } = earlier.before
  return { ...now, levels, dials, isLeftOut, standsIn }
}

function entryFor(decision: SettledDecision, meetingId: string, before: Standing): NewEntry {
  const { turn, leaveOut: _leaveOut, standsIn: _standsIn, instead, ...said } = decision
  const { levels, dials, isLeftOut, standsIn } = before
  return {
    ...said,
    meetingId,
    kind: turn ? 'dial' : 'level',
    words: wordsOf({ turn, instead }),
    before: { levels, dials, isLeftOut, standsIn },
  }
}

/** What is done that is no level, as the ledger says it; empty where it is one. */
export function wordsOf({ turn, instead }: Pick<SettledDecision, 'turn' | 'instead'>): string {
  return (turn?.words ?? (instead ? INSTEAD_WORDS[instead] : '')).slice(0, 200)
}
