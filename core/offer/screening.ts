import { joined } from '../sentence'
import { entryAt } from '../entries'
import { addDays, differenceInCalendarDays, formatISO, parseISO } from 'date-fns'
import { z } from 'zod'
import type { Finding, Interview } from '../catalogue/interview'
import { Side, TIERS, type Tier } from '../catalogue/words'
import type { ParticipantConsideration } from './participant'
import { UsualPain, type Access } from './person'

const day = z.iso.date('A date is written as year, month and day.')
const words = (most: number) => z.string().max(most, `This has ${most} characters at most.`).default('')

/** What was said in a screening interview. Everything may be left out; a helper can take it down. */
export const ScreeningAnswers = z.object({
  /** Chosen option by question. */
  options: z.record(z.string().max(40), z.string().max(40)).default({}),
  sides: z.record(z.string().max(40), Side).default({}),
  since: z.record(z.string().max(40), day).default({}),
  pains: z
    .array(
      z.object({
        place: z.string().min(1, 'Choose where it hurts.').max(40),
        side: Side.default('both'),
        strength: z
          .number('Pain is a number from 0 to 10.')
          .int()
          .min(0, 'Pain is 0 at least.')
          .max(10, 'Pain is 10 at most.'),
        worse: z.array(z.string().max(40)).max(12).default([]),
        note: words(200),
      }),
    )
    .max(20)
    .default([]),
  /** Pain as it is on most days; null: not asked, and what is on file stays. */
  usualPain: UsualPain.default(null),
  operations: z
    .array(
      z.object({
        operation: z.string().min(1, 'Choose what was operated.').max(40),
        side: Side.default('both'),
        on: day.nullable().default(null),
        note: words(200),
      }),
    )
    .max(12)
    .default([]),
  clearances: z
    .array(
      z.object({
        consideration: z.string().min(1, 'Choose what was cleared.').max(60),
        by: z.string().trim().min(1, 'Who cleared it?').max(120, 'The name has 120 characters at most.'),
        on: day.nullable().default(null),
        what: words(200),
      }),
    )
    .max(12)
    .default([]),
  more: words(1000),
})
export type ScreeningAnswers = z.infer<typeof ScreeningAnswers>

export interface Screened {
  considerations: ParticipantConsideration[]
  /** The most that is open by their own account. */
  access: Partial<Record<Tier, Access>>
  /** Considerations that need a clearance which has not come. */
  waitsFor: string[]
}

/**
 * Turns an interview into considerations with side, first and last day.
 *
 * @param on the day it was taken, ISO
 * @returns each consideration and side once; a recent operation is breath only for twelve weeks from its date
 * @source the interview's own rows
 * @example
 * screened(ScreeningAnswers.parse({ options: { fallen: 'yes' }, since: { fallen: '2026-08-03' } }), interview,
 * '2026-11-25').considerations[0]
 * // { consideration: 'fallen-last-12-months', since: '2026-08-03', until: null }
 */
export function screened(answers: ScreeningAnswers, interview: Interview, on: string): Screened {
  const found = new Findings(answers, on)
  for (const pain of answers.pains.filter(({ strength }) => strength > 0)) {
    const place = interview.places.find((other) => other.id === pain.place)
    const worse = pain.worse.map((id) => interview.worse.find((other) => other.id === id)?.says ?? id)
    const note = joined(
      [
        `${place?.says ?? pain.place} ${pain.strength} of 10`,
        worse.length > 0 ? `worse: ${worse.join(', ')}` : '',
        pain.note,
      ],
      '; ',
    )
    for (const finding of holding(place?.leadsTo ?? OTHER, pain.worse))
      found.add(finding, place?.sided ? spared(pain.side) : 'both', null, note)
  }
  for (const done of answers.operations) {
    const known = interview.operations.find((other) => other.id === done.operation)
    const note = joined([known?.says ?? done.operation, done.note], '; ')
    for (const finding of holding(known?.leadsTo ?? OTHER, []))
      found.add(finding, known?.sided ? spared(done.side) : 'both', done.on, note)
    const { consideration, days } = interview.recentOperation
    // An operation of which nobody knows the day counts as recent.
    if (done.on === null || daysBetween(done.on, on) < days)
      found.add(
        { consideration, days, endsByDate: true, otherwise: false, needsClearance: true },
        'both',
        done.on,
        note,
      )
  }
  for (const question of interview.sections.flatMap((section) => section.questions)) {
    const option = question.options.find((other) => other.id === answers.options[question.id])
    if (!option) continue
    for (const finding of holding(option.leadsTo, []))
      found.add(
        finding,
        question.asksSide ? spared(answers.sides[question.id]) : 'both',
        answers.since[question.id] ?? null,
        '',
      )
    found.narrow(option.access)
  }
  if (answers.more.trim() !== '') found.add(entryAt(OTHER, 0), 'both', null, answers.more.trim())
  return found.result()
}

/** While it is not said which side it is, both are spared. */
function spared(side: Side | undefined): Side {
  return side === 'left' || side === 'right' ? side : 'both'
}

const OTHER: Finding[] = [{ consideration: 'other', endsByDate: true, otherwise: false, needsClearance: false }]

/**
 * Those findings of an answer that hold: what makes it worse decides, and `otherwise` is for when nothing else does.
 */
function holding(findings: readonly Finding[], worse: readonly string[]): Finding[] {
  const met = findings.filter(
    (finding) => !finding.otherwise && (finding.worse === undefined || finding.worse.some((id) => worse.includes(id))),
  )
  return met.length > 0 ? met : findings.filter((finding) => finding.otherwise)
}

/**
 * The side that is on file for what an answer leads to: asked again, it is not asked anew.
 *
 * @returns null where none is, or several are: then it is asked
 * @example
 * sideOnFile([{ consideration: 'stroke-weak-side' }], [{ consideration: 'stroke-weak-side', side: 'left' }]) // 'left'
 */
export function sideOnFile(
  findings: readonly Pick<Finding, 'consideration'>[],
  onFile: readonly Pick<ParticipantConsideration, 'consideration' | 'side'>[],
): Side | null {
  const named = new Set(findings.map(({ consideration }) => consideration))
  const sides = new Set(onFile.filter((row) => named.has(row.consideration)).map((row) => row.side))
  return sides.size === 1 ? ([...sides][0] ?? null) : null
}

class Findings {
  private readonly rows = new Map<string, ParticipantConsideration>()
  private readonly needing = new Set<string>()
  private readonly access: Partial<Record<Tier, Access>> = {}
  constructor(
    private readonly answers: ScreeningAnswers,
    private readonly on: string,
  ) {}

  add(finding: Finding, side: Side, since: string | null, note: string): void {
    const { consideration } = finding
    const until =
      finding.days === undefined
        ? null
        : formatISO(addDays(parseISO(since ?? this.on), finding.days), { representation: 'date' })
    if (until !== null && until < this.on) return
    const last = finding.endsByDate ? until : null
    if (finding.needsClearance) this.needing.add(consideration)
    const key = consideration === 'other' ? `${consideration} ${this.rows.size}` : `${consideration} ${side}`
    const before = this.rows.get(key)
    const cleared = this.answers.clearances.find((clearance) => clearance.consideration === consideration)
    this.rows.set(key, {
      consideration,
      side,
      since: since ?? before?.since ?? null,
      until: before?.until && last && before.until > last ? before.until : last,
      clearedBy: cleared?.by ?? '',
      clearedOn: cleared?.on ?? null,
      clearedFor: cleared?.what ?? '',
      // A clearance in the interview lets somebody exercise; what it opens besides is ticked by a lead.
      ...(cleared ? { opens: [] } : {}),
      note: joined([before?.note ?? '', note], '; ').slice(0, 500),
    })
  }
  /** By their own account something can only be closed; it is opened by passing a gate. */
  narrow(access: Partial<Record<Tier, Access>>): void {
    for (const tier of TIERS) {
      const said = access[tier]
      if (said) this.access[tier] = lower(this.access[tier] ?? 'yes', said)
    }
  }
  result(): Screened {
    const considerations = [...this.rows.values()]
    const waitsFor = considerations
      .filter((row) => this.needing.has(row.consideration) && row.clearedBy === '')
      .map((row) => row.consideration)
    return { considerations, access: this.access, waitsFor: [...new Set(waitsFor)] }
  }
}

const ORDER: readonly Access[] = ['no', 'with-help', 'yes']
/**
 * The more careful of two ways into a tier.
 *
 * @example
 * lower('yes', 'with-help') // 'with-help'
 */
export function lower(a: Access, b: Access): Access {
  return ORDER.indexOf(a) < ORDER.indexOf(b) ? a : b
}

/** How a screening, or fewer questions, are laid over what is on file. */
interface Laid {
  /** `consideration side` of those that a lead takes away. */
  dropped?: ReadonlySet<string>
  /** What is settled by having been asked; left out: what a screening settles. */
  settled?: ReadonlySet<string>
}
const NOTHING: ReadonlySet<string> = new Set()

export interface Merged {
  considerations: ParticipantConsideration[]
  /** On file before and not named this time: still respected until a lead takes them away. */
  notNamed: ParticipantConsideration[]
}

/**
 * Lays a screening over what is on file. Nothing on file is dropped by being left unsaid: only a lead takes it away.
 * What a screening settles by itself (a change that was to be screened, a last day that has passed) goes.
 *
 * @example
 * mergedWith([], [], '2026-11-25') // { considerations: [], notNamed: [] }
 */
export function mergedWith(
  onFile: readonly ParticipantConsideration[],
  found: readonly ParticipantConsideration[],
  on: string,
  { dropped = NOTHING, settled = SETTLED_BY_SCREENING }: Laid = {},
): Merged {
  const keyOf = (row: ParticipantConsideration) =>
    `${row.consideration} ${row.side} ${row.consideration === 'other' ? row.note : ''}`
  const before = new Map(onFile.map((row) => [keyOf(row), row]))
  const now = found.map((row) => {
    const known = before.get(keyOf(row))
    if (!known) return row
    const cleared = row.clearedBy === '' ? known : row
    return {
      ...row,
      since: row.since ?? known.since,
      note: row.note === '' ? known.note : row.note,
      clearedBy: cleared.clearedBy,
      clearedOn: cleared.clearedOn,
      clearedFor: cleared.clearedFor,
      clearedUntil: cleared.clearedUntil,
      opens: cleared.opens,
    }
  })
  const named = new Set(now.map(keyOf))
  const notNamed = onFile.filter(
    (row) => !named.has(keyOf(row)) && !settled.has(row.consideration) && !(row.until !== null && row.until < on),
  )
  const kept = notNamed.filter((row) => !dropped.has(`${row.consideration} ${row.side}`))
  return { considerations: [...now, ...kept], notNamed }
}

/** Written down at the door for whoever had something happen since. */
export const CHANGED = 'new-operation-fall-faint-fracture'
/** Written down for somebody new until they are asked what cannot wait. */
export const NOT_ASKED = 'not-asked'
const SETTLED_BY_SCREENING: ReadonlySet<string> = new Set([CHANGED, NOT_ASKED])

/**
 * Days from one to another.
 *
 * @param from ISO day
 * @param to ISO day
 * @example
 * daysBetween('2026-11-20', '2026-11-25') // 5
 */
export function daysBetween(from: string, to: string): number {
  return differenceInCalendarDays(parseISO(to), parseISO(from))
}
