import { format, parseISO } from 'date-fns'
import type { Catalogue } from '../catalogue/catalogue'
import { amountWords, latestOf, type StoredMeasure } from '../measure/record'
import { changesOf } from '../offer/changes'
import type { Participant } from '../offer/participant'
import { capital } from '../sentence'
import type { PersonBack } from './lookBack'

/** Something that was eased or left out, as the letter says it. */
export interface EasedLine {
  /** ISO day. */
  date: string
  words: string
  because: string
}

/** A letter to a clinician, section by section, in sentences. */
export interface LetterSection {
  title: string
  lines: string[]
}

const MOVEMENTS_SHOWN = 7
const MEASURES_SHOWN = 8

function dayWords(iso: string): string {
  return format(parseISO(iso.slice(0, 10)), 'd MMMM yyyy')
}

/**
 * What a clinician is told: what was seen, measured and offered, the limits that are kept, and what is asked. It fits on
 * a page, names no diagnosis of ours, and says nothing of other people.
 *
 * @param back the window that is written about
 * @param eased what was eased or left out in the window
 */
export function letterSections(
  person: Participant,
  back: PersonBack,
  weeks: number,
  measures: readonly StoredMeasure[],
  eased: readonly EasedLine[],
  questions: string,
  catalogue: Catalogue,
): LetterSection[] {
  const nameOf = (movement: string) => (catalogue.movements.get(movement)?.name ?? movement).toLowerCase()
  const arrivals = back.pain.flatMap((one) => (one.arrival === null ? [] : [one.arrival]))
  const pain =
    arrivals.length === 0
      ? 'Pain on arrival was not asked.'
      : `Pain on arrival between ${Math.min(...arrivals)} and ${Math.max(...arrivals)} of 10.`
  const trends = (word: string) =>
    back.movements.filter((one) => one.trend?.word === word).map((one) => nameOf(one.movement))
  const apart = back.movements.filter((one) => one.sidesPercent !== null && one.sidesPercent < 85)
  const seen = [
    `Came to ${back.came} of ${back.of} meetings in the last ${weeks} weeks. ${pain}`,
    ...(trends('rising').length > 0 ? [`Getting easier: ${trends('rising').join(', ')}.`] : []),
    ...(trends('falling').length > 0 ? [`Getting harder: ${trends('falling').join(', ')}.`] : []),
    ...apart.map(
      (one) => `${capital(nameOf(one.movement))}: the weaker side reaches ${one.sidesPercent} % of the stronger.`,
    ),
    ...eased.map((entry) => `${dayWords(entry.date)}: ${entry.words}.${entry.because ? ` ${entry.because}` : ''}`),
  ]
  const latest = [...latestOf(measures).values()]
    .toSorted((a, b) => b.takenAt.localeCompare(a.takenAt))
    .slice(0, MEASURES_SHOWN)
  const measured = latest.flatMap((record) => {
    const measure = catalogue.measures.get(record.measure)
    return measure
      ? [
          `${measure.name}${record.side === 'both' ? '' : `, ${record.side}`}: ${amountWords(measure, record.value)} (${dayWords(record.takenAt)}).`,
        ]
      : []
  })
  const offered = back.movements
    .slice(0, MOVEMENTS_SHOWN)
    .map(
      (one) =>
        `${capital(nameOf(one.movement))}, ${one.tier}${one.levels.length > 0 ? `, level ${one.levels.at(-1)!.value} of 5` : ''}.`,
    )
  const limits = person.considerations.flatMap((own) => {
    const row = catalogue.considerations.get(own.consideration)
    if (!row) return []
    const kept = changesOf(row, own.side, own.clearedBy).slice(0, 2)
    return [
      `${row.name}${own.side === 'both' ? '' : `, ${own.side}`}${own.clearedBy ? `, cleared by ${own.clearedBy}` : ''}: ${kept.join(' ') || 'watched.'}`,
    ]
  })
  return [
    { title: 'What was seen', lines: seen },
    { title: 'What was measured', lines: measured.length > 0 ? measured : ['Nothing was measured in this time.'] },
    { title: 'What is offered', lines: offered.length > 0 ? offered : ['Nothing was done in this time.'] },
    { title: 'Limits that are kept', lines: limits.length > 0 ? limits : ['None is known.'] },
    {
      title: 'What we ask',
      lines: questions
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== ''),
    },
  ]
}
