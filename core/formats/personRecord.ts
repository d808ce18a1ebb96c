import type { Catalogue } from '../catalogue/catalogue'
import { amountWords, type StoredMeasure } from '../measure/record'
import type { OutcomeEvent } from '../lead/outcome'
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
  decisions: { decidedAt: string; decidedBy: string; movement: string; tier: string; fromLevel: number; toLevel: number; because: string; reason: string }[]
}

/**
 * A person's whole record as a text that they can read: plain words, a heading a part, nothing left out.
 *
 * @param on ISO day of writing, for the head
 */
export function recordText(record: PersonRecord, catalogue: Catalogue, on: string): string {
  const { person } = record
  const nameOf = (movement: string) => catalogue.movements.get(movement)?.name ?? movement
  const parts: [string, string[]][] = [
    ['Person', [
      `Name: ${person.name}`, `Year of birth: ${person.birthYear ?? 'not said'}`, `Sex: ${person.sex}`, `Height: ${person.heightCm === null ? 'not measured' : `${person.heightCm} cm`}`,
      `Works in: ${person.homeTier}`, ...Object.entries(person.access).map(([tier, access]) => `Gets into ${tier}: ${access.replace('-', ' ')}`), `Circles: ${record.circles.join(', ') || 'none'}`,
    ]],
    ['To respect', person.considerations.flatMap((own) => {
      const row = catalogue.considerations.get(own.consideration)
      const head = [row?.name ?? own.consideration, own.side === 'both' ? '' : own.side, own.since ? `since ${own.since}` : '', own.until ? `until ${own.until}` : '', own.clearedBy ? `cleared by ${own.clearedBy}` : '', own.note].filter((word) => word !== '').join(', ')
      return [head, ...(row ? changesOf(row, own.side, own.clearedBy).map((sentence) => `  ${sentence}`) : [])]
    })],
    ['Levels', person.levels.map((level) => `${nameOf(level.movement)}, ${level.tier}${level.side === 'both' ? '' : `, ${level.side}`}: ${level.level}`)],
    ['Screenings', record.screenings.map(({ takenOn, takenBy, answers }) => `${takenOn}, by ${takenBy}: ${JSON.stringify(answers)}`)],
    ['Measures', record.measures.map((measure) => {
      const known = catalogue.measures.get(measure.measure)
      return `${measure.takenAt.slice(0, 10)}  ${known?.name ?? measure.measure}${measure.side === 'both' ? '' : `, ${measure.side}`}: ${known ? amountWords(known, measure.value) : measure.value}${measure.replacedBy ? ' (corrected later)' : ''}, by ${measure.enteredBy}${measure.note ? `. ${measure.note}` : ''}`
    })],
    ['Meetings', record.meetings.flatMap((meeting) => [
      `${meeting.startsAt.slice(0, 10)}  ${meeting.title}: ${meeting.came ? 'came' : 'did not come'}${meeting.pain === null ? '' : `, pain ${meeting.pain} of 10`}`,
      ...meeting.outcomes.map((outcome) => `  ${nameOf(outcome.movement)}${outcome.side === 'both' ? '' : `, ${outcome.side}`}: ${outcome.done}${outcome.achieved === null ? '' : `, ${outcome.achieved} of ${outcome.target ?? '?'} ${outcome.unit}`}${outcome.note ? `. ${outcome.note}` : ''}`),
    ])],
    ['Decisions', record.decisions.map((entry) => `${entry.decidedAt.slice(0, 10)}  ${nameOf(entry.movement)}, ${entry.tier}: level ${entry.fromLevel} to ${entry.toLevel}, by ${entry.decidedBy}. ${entry.because}${entry.reason ? ` ${entry.reason}` : ''}`)],
  ]
  return [`Record of ${person.name}, written on ${on}`, ...parts.map(([title, lines]) => `\n${title}\n${'-'.repeat(title.length)}\n${lines.length > 0 ? lines.join('\n') : 'Nothing is kept.'}`), ''].join('\n')
}
