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
    [
      'Person',
      [
        `Name: ${person.name}`,
        `Year of birth: ${person.birthYear ?? 'not said'}`,
        `Sex: ${person.sex}`,
        `Height: ${person.heightCm === null ? 'not measured' : `${person.heightCm} cm`}`,
        `Works in: ${person.homeTier}`,
        ...Object.entries(person.access).map(([tier, access]) => `Gets into ${tier}: ${access.replace('-', ' ')}`),
        `Circles: ${record.circles.join(', ') || 'none'}`,
      ],
    ],
    [
      'To respect',
      person.considerations.flatMap((own) => {
        const row = catalogue.considerations.get(own.consideration)
        const head = [
          row?.name ?? own.consideration,
          own.side === 'both' ? '' : own.side,
          own.since ? `since ${own.since}` : '',
          own.until ? `until ${own.until}` : '',
          own.clearedBy ? `cleared by ${own.clearedBy}` : '',
          own.note,
        ]
          .filter((word) => word !== '')
          .join(', ')
        return [head, ...(row ? changesOf(row, own.side, own.clearedBy).map((sentence) => `  ${sentence}`) : [])]
      }),
    ],
    [
      'Dials',
      person.dials.map((own) => `${nameOf(own.movement)}, ${own.tier}: ${own.dial} ${own.value}, since ${own.since}`),
    ],
    ['Left out', person.leftOut.map((own) => `${nameOf(own.movement)}, ${own.tier}`)],
    [
      'Levels',
      person.levels.map(
        (level) =>
          `${nameOf(level.movement)}, ${level.tier}${level.side === 'both' ? '' : `, ${level.side}`}: ${level.level}`,
      ),
    ],
    [
      'Screenings',
      record.screenings.map(({ takenOn, takenBy, answers }) => `${takenOn}, by ${takenBy}: ${JSON.stringify(answers)}`),
    ],
    [
      'Measures',
      record.measures.map((measure) => {
        const known = catalogue.measures.get(measure.measure)
        return `${measure.takenAt.slice(0, 10)}  ${known?.name ?? measure.measure}${measure.side === 'both' ? '' : `, ${measure.side}`}: ${known ? amountWords(known, measure.value) : measure.value}${measure.replacedBy ? ' (corrected later)' : ''}, by ${measure.enteredBy}${measure.note ? `. ${measure.note}` : ''}`
      }),
    ],
    [
      'Meetings',
      record.meetings.flatMap((meeting) => [
        `${meeting.startsAt.slice(0, 10)}  ${meeting.title}: ${meeting.came ? 'came' : 'did not come'}${meeting.pain === null ? '' : `, pain ${meeting.pain} of 10`}`,
        ...meeting.outcomes.map(
          (outcome) =>
            `  ${nameOf(outcome.movement)}${outcome.side === 'both' ? '' : `, ${outcome.side}`}: ${outcome.done}${outcome.achieved === null ? '' : `, ${outcome.achieved} of ${outcome.target ?? '?'} ${outcome.unit}`}${outcome.note ? `. ${outcome.note}` : ''}`,
        ),
      ]),
    ],
    [
      'Decisions',
      record.decisions.map(
        (entry) =>
          `${entry.decidedAt.slice(0, 10)}  ${[entry.movement === '' ? '' : nameOf(entry.movement), entry.tier].filter((word) => word !== '').join(', ')}: ${entry.words || `level ${entry.fromLevel} to ${entry.toLevel}`}, ${entry.answer.replace('-', ' ')} by ${entry.decidedBy}. ${entry.because}${entry.reason ? ` ${entry.reason}` : ''}`,
      ),
    ],
    [
      'Letters',
      record.letters.map(
        (letter) =>
          `${letter.madeAt.slice(0, 10)}  to ${letter.addressedTo}, with consent of ${letter.consentOn} (${letter.consentHow}): ${letter.questions}`,
      ),
    ],
    [
      'At home',
      record.home
        ? [
            `${record.home.daysAWeek} days a week, at ${record.home.times.join(' and ')}`,
            ...record.home.entries.map((entry) => `${nameOf(entry.movement)}: ${doseWords(entry.dose)}`),
          ]
        : [],
    ],
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
