import { capital, joined } from '../sentence'
import type { Side } from '../catalogue/words'
import type { Catalogue } from '../catalogue/catalogue'
import { amountWords, type StoredMeasure } from '../measure/record'
import type { OutcomeEvent } from '../lead/outcome'
import { doseWords } from '../plan/doseWords'
import type { HomePractice } from '../reflect/homePractice'
import type { Participant } from '../offer/participant'
import { changesOf } from '../offer/changes'
import type { ScreeningAnswers } from '../offer/screening'

/** Everything that is kept of one person. */
export interface PersonRecord {
  person: Participant
  circles: string[]
  screenings: { takenOn: string; takenBy: string; answers: ScreeningAnswers }[]
  measures: StoredMeasure[]
  meetings: { startsAt: string; title: string; came: boolean; pain: number | null; outcomes: OutcomeEvent[] }[]
  decisions: {
    decidedAt: string
    decidedBy: string
    movement: string
    tier: string
    fromLevel: number
    toLevel: number
    words: string
    answer: string
    because: string
    reason: string
  }[]
  letters: { madeAt: string; addressedTo: string; consentOn: string; consentHow: string; questions: string }[]
  home: HomePractice | null
  /** Every row that is kept of them, by table, as it is stored: what is not said above is said in it. */
  rows: Record<string, Record<string, unknown>[]>
}

/**
 * A person's whole record as a text that they can read: plain words, a heading a part, nothing left out.
 *
 * @param on ISO day of writing, for the head
 * @example
 * recordText({ ...emptyRecord, person: { ...bo, ...emptyFields } }, catalogue, '2026-11-25').includes('Bo Example')
 * // true
 */
export function recordText(record: PersonRecord, catalogue: Catalogue, on: string): string {
  const { person } = record
  const nameOf = (movement: string) => catalogue.movements.get(movement)?.name ?? movement
  const parts: [string, string[]][] = [
    ['Person', personLines(record)],
    ['To respect', person.considerations.flatMap((own) => respectLines(own, catalogue))],
    [
      'Dials',
      person.dials.map((own) => `${nameOf(own.movement)}, ${own.tier}: ${own.dial} ${own.value}, since ${own.since}`),
    ],
    ['Left out', person.leftOut.map((own) => `${nameOf(own.movement)}, ${own.tier}`)],
    [
      'Levels',
      person.levels.map(({ movement, tier, side, level }) => `${nameOf(movement)}, ${tier}${ofSide(side)}: ${level}`),
    ],
    [
      'Screenings',
      record.screenings.map(({ takenOn, takenBy, answers }) => `${takenOn}, by ${takenBy}: ${JSON.stringify(answers)}`),
    ],
    ['Measures', record.measures.map((measure) => measureLine(measure, catalogue))],
    ['Meetings', record.meetings.flatMap((meeting) => meetingLines(meeting, nameOf))],
    ['Decisions', record.decisions.map((entry) => decisionLine(entry, nameOf))],
    ['Letters', record.letters.map(letterLine)],
    ['At home', record.home ? homeLines(record.home, nameOf) : []],
    ...Object.entries(record.rows)
      .filter(([table]) => !SAID_ABOVE.has(table))
      .map(([table, rows]): [string, string[]] => [TITLES[table] ?? spoken(table), rows.map(rowLine)]),
  ]
  return [
    `Record of ${person.name}, written on ${on}`,
    ...parts.map(
      ([title, lines]) =>
        `\n${title}\n${'-'.repeat(title.length)}\n${lines.length > 0 ? lines.join('\n') : 'Nothing is kept.'}`,
    ),
    '',
  ].join('\n')
}

/** What stands in the parts above, row by row. */
const SAID_ABOVE: ReadonlySet<string> = new Set(['participant_considerations', 'levels', 'screenings', 'measures'])
const TITLES: Record<string, string> = {
  arrivals: 'At the door',
  accidents: 'Accidents',
  beside: 'Who likes to have them beside them',
  circle_members: 'In circles',
  class_events: 'In a class',
  days_after: 'How the days after were',
  hand_choices: 'Chosen by hand',
  health_log: 'Who looked',
  home_ticks: 'Done at home',
  home_handouts: 'Taken home',
  home_done: 'Told of home',
  home_after: 'How the days after it were',
  home_links: 'Links to their practice at home',
  meeting_guests: 'As a guest',
  outcomes: 'Notes of classes, as they were made',
  seating: 'Places in the room',
  goals: 'What they come for',
  goal_said: 'How far it is, as it was said',
  waiting: 'Waiting for a place',
}

const spoken = (name: string): string => capital(name.replaceAll('_', ' '))

/** A row as words: what is empty is left out. */
function rowLine(row: Record<string, unknown>): string {
  return Object.entries(row)
    .filter(([, value]) => value !== null && value !== '')
    .map(([name, value]) => `${name.replaceAll('_', ' ')} ${typeof value === 'object' ? JSON.stringify(value) : value}`)
    .join(', ')
}

type NameOf = (movement: string) => string

const ofSide = (side: Side) => (side === 'both' ? '' : `, ${side}`)

function personLines({ person, circles }: PersonRecord): string[] {
  return [
    `Name: ${person.name}`,
    `Year of birth: ${person.birthYear ?? 'not said'}`,
    `Sex: ${person.sex}`,
    `Height: ${person.heightCm === null ? 'not measured' : `${person.heightCm} cm`}`,
    `Works in: ${person.homeTier}`,
    `Joins: ${person.joins}`,
    `Pace: ${person.pace.replace('-', ' ')}`,
    `In a stretch: ${person.prefers}`,
    `School of their own: ${person.school ?? 'none'}`,
    `Usual pain: ${person.usualPain ?? 'not said'}`,
    `Telephone: ${person.telephone || 'not said'}`,
    `Birthday: ${person.birthday ?? 'not said'}`,
    `Whom to call: ${person.emergencyContact || 'not said'}`,
    `Needs of their place: ${JSON.stringify(person.seat)}`,
    `At home they have: ${JSON.stringify(person.homeProps)}`,
    `Last screening: ${person.screenedOn ?? 'none'}`,
    ...Object.entries(person.access).map(([tier, access]) => `Gets into ${tier}: ${access.replace('-', ' ')}`),
    `Circles: ${circles.join(', ') || 'none'}`,
  ]
}

function respectLines(own: PersonRecord['person']['considerations'][number], catalogue: Catalogue): string[] {
  const row = catalogue.considerations.get(own.consideration)
  const head = [
    row?.name ?? own.consideration,
    own.side === 'both' ? '' : own.side,
    own.since ? `since ${own.since}` : '',
    own.until ? `until ${own.until}` : '',
    own.clearedBy ? `cleared by ${own.clearedBy}` : '',
    own.note,
  ]
  const changes = row ? changesOf(row, own.side, own) : []
  return [joined(head), ...changes.map((sentence) => `  ${sentence}`)]
}

function measureLine(measure: PersonRecord['measures'][number], catalogue: Catalogue): string {
  const known = catalogue.measures.get(measure.measure)
  const amount = known ? amountWords(known, measure.value) : measure.value
  const corrected = measure.replacedBy ? ' (corrected later)' : ''
  const simulated = measure.simulated ? ', simulated' : ''
  const what = `${known?.name ?? measure.measure}${ofSide(measure.side)}: ${amount}${simulated}${corrected}`
  return `${measure.takenAt.slice(0, 10)}  ${what}, by ${measure.enteredBy}${measure.note ? `. ${measure.note}` : ''}`
}

function meetingLines(meeting: PersonRecord['meetings'][number], nameOf: NameOf): string[] {
  const came = meeting.came ? 'came' : 'did not come'
  const pain = meeting.pain === null ? '' : `, pain ${meeting.pain} of 10`
  return [
    `${meeting.startsAt.slice(0, 10)}  ${meeting.title}: ${came}${pain}`,
    ...meeting.outcomes.map(({ movement, side, done, achieved, target, unit, note }) => {
      const reached = achieved === null ? '' : `, ${achieved} of ${target ?? '?'} ${unit}`
      return `  ${nameOf(movement)}${ofSide(side)}: ${done}${reached}${note ? `. ${note}` : ''}`
    }),
  ]
}

function decisionLine(entry: PersonRecord['decisions'][number], nameOf: NameOf): string {
  const about = [entry.movement === '' ? '' : nameOf(entry.movement), entry.tier].filter((word) => word !== '')
  const what = entry.words || `level ${entry.fromLevel} to ${entry.toLevel}`
  const why = `${entry.because}${entry.reason ? ` ${entry.reason}` : ''}`
  const who = `${entry.answer.replace('-', ' ')} by ${entry.decidedBy}`
  return `${entry.decidedAt.slice(0, 10)}  ${about.join(', ')}: ${what}, ${who}. ${why}`
}

function letterLine({
  madeAt,
  addressedTo,
  consentOn,
  consentHow,
  questions,
}: PersonRecord['letters'][number]): string {
  return `${madeAt.slice(0, 10)}  to ${addressedTo}, with consent of ${consentOn} (${consentHow}): ${questions}`
}

function homeLines({ daysAWeek, times, entries }: HomePractice, nameOf: NameOf): string[] {
  return [
    `${daysAWeek} days a week, at ${times.join(' and ')}`,
    ...entries.map((entry) => `${nameOf(entry.movement)}: ${doseWords(entry.dose)}`),
  ]
}
