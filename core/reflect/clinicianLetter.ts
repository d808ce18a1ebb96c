import { format, parseISO } from 'date-fns'
import type { Catalogue } from '../catalogue/catalogue'
import { standOf, testOf } from '../goal/attainment'
import type { Goal } from '../goal/goal'
import { stepWords } from '../goal/goalSteps'
import { amountWords, latestOf, type StoredMeasure } from '../measure/record'
import { changesOf } from '../offer/changes'
import { rememberedWords } from '../offer/remembered'
import type { Participant } from '../offer/participant'
import { capital } from '../sentence'
import type { PersonBack } from './lookBack'
import { apartWords, areApart } from './sidesApart'

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
const GOALS_SHOWN = 4
/** Sentences of each limit. */
const CHANGES_SHOWN = 4

function dayWords(iso: string): string {
  return format(parseISO(iso.slice(0, 10)), 'd MMMM yyyy')
}

/** What a letter is written from. */
export interface LetterMatter {
  /** The window that is written about. */
  back: PersonBack
  weeks: number
  measures: readonly StoredMeasure[]
  /** What was eased or left out in the window. */
  eased: readonly EasedLine[]
  questions: string
  goals: readonly Goal[]
}

/**
 * What a clinician is told: what was seen, measured and offered, the limits that are kept, and what is asked. It fits
 * on
 * a page, names no diagnosis of ours, and says nothing of other people.
 *
 * @example
 * letterSections({ ...ann, ...emptyFields }, { back: personBack([], [], 4, catalogue), weeks: 4, measures: [],
 * eased: [], goals: [], questions: 'May she kneel?' }, catalogue).at(-1).lines
 * // ['May she kneel?']
 */
export function letterSections(person: Participant, matter: LetterMatter, catalogue: Catalogue): LetterSection[] {
  const questions = matter.questions.split('\n').map((line) => line.trim())
  return [
    { title: 'What was seen', lines: seenIn(person, matter, catalogue) },
    ...(goalsIn(matter, catalogue).length > 0
      ? [{ title: 'What they want to be able to do', lines: goalsIn(matter, catalogue) }]
      : []),
    { title: 'What was measured', lines: orSay(measuredIn(matter, catalogue), 'Nothing was measured in this time.') },
    {
      title: 'What is offered, from level 1, the gentlest, to 5',
      lines: orSay(offeredIn(person, matter, catalogue), 'Nothing was done in this time.'),
    },
    { title: 'Limits that are kept', lines: orSay(limitsOf(person, catalogue), 'None is known.') },
    { title: 'What we ask', lines: questions.filter((line) => line !== '') },
  ]
}

function orSay(lines: string[], otherwise: string): string[] {
  return lines.length > 0 ? lines : [otherwise]
}

function seenIn(person: Participant, { back, weeks, eased }: LetterMatter, catalogue: Catalogue): string[] {
  const trends = (word: string) =>
    back.movements.filter((one) => one.trend?.word === word).map((one) => nameIn(catalogue, one.movement))
  const [rising, falling] = [trends('rising'), trends('falling')]
  const apart = back.movements.flatMap(({ movement, sides }) =>
    sides !== null && areApart(sides) ? [{ movement, sides }] : [],
  )
  return [
    `Came to ${back.came} of ${back.of} meetings in the last ${weeks} weeks. ${painWords(back)}`,
    ...person.remembered.map(
      (one) => `${one.movement ? `${capital(nameIn(catalogue, one.movement))}: ` : ''}${rememberedWords(one)}`,
    ),
    ...(rising.length > 0 ? [`Getting easier: ${rising.join(', ')}.`] : []),
    ...(falling.length > 0 ? [`Getting harder: ${falling.join(', ')}.`] : []),
    ...apart.map(({ movement, sides }) => `${capital(nameIn(catalogue, movement))}: ${apartWords(sides)}.`),
    ...eased.map(({ date, words, because }) => `${dayWords(date)}: ${words}.${because ? ` ${because}` : ''}`),
  ]
}

function painWords({ pain }: PersonBack): string {
  const arrivals = pain.flatMap((one) => (one.arrival === null ? [] : [one.arrival]))
  if (arrivals.length === 0) return 'Pain on arrival was not asked.'
  const [least, most] = [Math.min(...arrivals), Math.max(...arrivals)]
  return least === most ? `Pain on arrival ${most} of 10.` : `Pain on arrival between ${least} and ${most} of 10.`
}

/** Goals that are open or were reached, with where they are. */
function goalsIn({ goals, measures }: LetterMatter, catalogue: Catalogue): string[] {
  return goals
    .filter(({ state }) => state !== 'ended')
    .slice(0, GOALS_SHOWN)
    .map((goal) => {
      const measure = testOf(goal, catalogue)
      const { value, on, step } = standOf(goal, measures, catalogue)
      const now =
        measure && value !== null
          ? `${measure.name.toLowerCase()}, ${amountWords(measure, value)} (${dayWords(on)})`
          : stepWords(goal, undefined, step)
      const aimed = stepWords(goal, measure, 0)
      return `“${goal.words}”: ${goal.state === 'reached' ? 'reached' : `aimed at ${aimed}`}; ${now}.`
    })
}

function measuredIn({ measures }: LetterMatter, catalogue: Catalogue): string[] {
  return [...latestOf(measures).values()]
    .toSorted((a, b) => b.takenAt.localeCompare(a.takenAt))
    .slice(0, MEASURES_SHOWN)
    .flatMap((record) => {
      const measure = catalogue.measures.get(record.measure)
      if (!measure) return []
      const side = record.side === 'both' ? '' : `, ${record.side}`
      return [`${measure.name}${side}: ${amountWords(measure, record.value)} (${dayWords(record.takenAt)}).`]
    })
}

/** What hurt first, then what is done most often. */
function offeredIn({ remembered }: Participant, { back }: LetterMatter, catalogue: Catalogue): string[] {
  const hurt = new Set(remembered.map(({ movement }) => movement))
  const first = back.movements.toSorted((a, b) => Number(hurt.has(b.movement)) - Number(hurt.has(a.movement)))
  return first.slice(0, MOVEMENTS_SHOWN).map(({ movement, tier, levels }) => {
    const level = levels.at(-1)
    return `${capital(nameIn(catalogue, movement))}, ${tier}${level ? `, level ${level.value}` : ''}.`
  })
}

function limitsOf(person: Participant, { considerations }: Catalogue): string[] {
  return person.considerations.flatMap((own) => {
    const { consideration, side, clearedBy } = own
    const row = considerations.get(consideration)
    if (!row) return []
    const kept = changesOf(row, side, own).slice(0, CHANGES_SHOWN).join(' ') || 'watched.'
    const where = side === 'both' ? '' : `, ${side}`
    return [`${row.name}${where}${clearedBy ? `, cleared by ${clearedBy}` : ''}: ${kept}`]
  })
}

function nameIn({ movements }: Catalogue, movement: string): string {
  return (movements.get(movement)?.name ?? movement).toLowerCase()
}
