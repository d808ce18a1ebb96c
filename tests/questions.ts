import type { Side } from '../core/catalogue/words'
import { believedOf } from '../core/reflect/capacities'
import { beliefAround } from '../core/reflect/belief'
import type { DatedOutcome } from '../core/reflect/datedOutcome'
import type { Evidence } from '../core/reflect/evidence'
import type { Judging, Question } from '../core/reflect/question'
import { shippedCatalogue } from './shippedCatalogue'

/** A Dwell hold of 30 s that went well; each case says what differs. */
export const WELL: Evidence = {
  meetingId: 'm',
  date: '2026-11-18',
  side: 'both',
  level: 2,
  done: 'done',
  target: 30,
  achieved: 30,
  unit: 's',
  effort: 3,
  pain: 0,
  painKind: 'none',
  form: 'clean',
  dials: {},
  support: null,
  why: null,
  feel: null,
  evenness: null,
  isGroup: false,
  arrivalPain: 1,
  usualPain: null,
}

/** One meeting a week, each with what differs from a good one. */
export function weekly(...changes: Partial<Evidence>[]): Evidence[] {
  return changes.map((change, at) => ({
    ...WELL,
    meetingId: `m${at}`,
    date: new Date(Date.UTC(2026, 7, 4 + 7 * at)).toISOString().slice(0, 10),
    ...change,
  }))
}

/** What is decided on: a ladder of three rungs without dials, both sides at one level unless said. */
export function questionOf(
  evidence: readonly Evidence[],
  { level = 2, levels = {}, judging = 'belief', ...change }: Asked = {},
): Question {
  const { judgement, schools } = shippedCatalogue()
  const outcomes = evidence.map((entry, at) => asOutcome(entry, at))
  const believed = believedOf(outcomes, shippedCatalogue())
  const own = believed.ladders.get('case chair')
  const isApart = evidence.some((entry) => entry.side !== 'both')
  const sides: readonly Side[] = isApart ? ['left', 'right'] : ['both']
  return {
    movement: 'case',
    tier: 'chair',
    quality: 'mobility',
    ladder: [1, 2, 3].map((rung) => ({ level: rung, dials: [] })),
    sides: sides.map((side) => ({
      side,
      level: levels[side] ?? level,
      dials: {},
      since: null,
      evidence: evidence.filter((entry) => entry.side === side || entry.side === 'both'),
      belief: own?.[side] ?? own?.both ?? beliefAround(level, 1),
    })),
    meetingId:
      evidence
        .map((entry) => entry.meetingId)
        .toSorted()
        .at(-1) ?? '',
    school: schools.get('dwell')!,
    judgement,
    judging,
    habit: believed.habit,
    nextDials: null,
    isCareful: false,
    ...change,
  }
}

type Asked = Partial<Question> & { level?: number; levels?: Partial<Record<Side, number>>; judging?: Judging }

function asOutcome(entry: Evidence, at: number): DatedOutcome {
  return {
    ...entry,
    id: `o${at}`,
    at,
    blockId: 'a',
    participant: 'ann',
    movement: 'case',
    tier: 'chair',
    variation: null,
    own: null,
    cheat: '',
    painWhere: '',
    device: '',
    note: '',
    takesBack: null,
    clears: [],
  }
}
