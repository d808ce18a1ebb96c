import { addDays, differenceInCalendarDays, formatISO, parseISO } from 'date-fns'
import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import type { Falls } from '../catalogue/falls'
import { entryOf } from '../entries'
import { againstNorm, type NormPerson } from '../measure/norms'
import { latestOf, type StoredMeasure } from '../measure/record'
import { factsOf } from '../offer/facts'
import type { Person } from '../offer/person'
import type { ScreeningAnswers } from '../offer/screening'
import { joined } from '../sentence'

const Day = z.string()
const Asked = z.object({ id: z.string(), says: z.string(), answer: z.enum(['yes', 'no', 'unasked']) })
const Tested = z.object({
  measure: z.string(),
  name: z.string(),
  /** `no-table`: there is a result, and no table for this person. */
  state: z.enum(['met', 'not-met', 'missing', 'no-table']),
  words: z.string(),
  takenOn: Day.nullable(),
})

/** Where somebody is on the way from three questions about falls to what helps. */
export const FallPath = z.object({
  questions: z.array(Asked),
  risk: z.enum(['unasked', 'not-raised', 'raised']),
  /** Empty where no risk is raised. */
  tests: z.array(Tested),
  /** What to do now, in its order. */
  advice: z.array(z.string()),
  /** The day on which it is looked at again; null: first what is to do. */
  againOn: Day.nullable(),
})
export type FallPath = z.infer<typeof FallPath>

/** What is known of somebody. */
interface Known {
  person: Person
  norm: NormPerson
  /** Their screenings, newest first. */
  screenings: readonly { takenOn: string; answers: Pick<ScreeningAnswers, 'options'> }[]
  measures: readonly StoredMeasure[]
}

/**
 * Where somebody is on the way: who says yes to one of three questions is tested, and what a test does not meet is
 * worked on; the rest is for who treats them. A test counts for a year.
 *
 * @param on ISO day
 * @source CDC STEADI algorithm (memory): any of the three key questions raises the risk; timed up and go, 30-second
 * chair stand, four-stage balance; looked at again within 30 to 90 days
 * @example
 * fallPath({ person: ann, norm: { age: 74, sex: 'female' }, screenings: [], measures: [] }, catalogue,
 * '2026-11-25').risk
 * // 'unasked'
 */
export function fallPath(known: Known, catalogue: Catalogue, on: string): FallPath {
  const { falls } = catalogue
  const questions = falls.questions.map((question) => ({
    id: question.id,
    says: question.says,
    answer: answerTo(question, known, catalogue, on),
  }))
  const isRaised = questions.some(({ answer }) => answer === 'yes')
  if (!isRaised && questions.some(({ answer }) => answer === 'unasked')) {
    const open = questions.filter(({ answer }) => answer === 'unasked').map(({ says }) => says.toLowerCase())
    return { questions, risk: 'unasked', tests: [], advice: [`Ask: ${joined(open)}?`], againOn: null }
  }
  if (!isRaised) {
    const asked = known.screenings[0]?.takenOn ?? on
    const advice = ['Nothing raises the risk. Balance is kept by being used: go on.']
    return { questions, risk: 'not-raised', tests: [], advice, againOn: daysAfter(asked, falls.again.yearDays) }
  }
  const tests = falls.tests.map(({ measure }) => testOf(measure, known, catalogue, on))
  return { questions, risk: 'raised', tests, advice: adviceFor(tests, falls), againOn: againFor(tests, falls) }
}

function answerTo(
  { fact, asked }: Falls['questions'][number],
  { person, screenings }: Known,
  catalogue: Catalogue,
  on: string,
): 'yes' | 'no' | 'unasked' {
  if (factsOf(person, catalogue).some(({ row }) => row.id === fact)) return 'yes'
  const lately = screenings.filter(
    ({ takenOn }) => differenceInCalendarDays(parseISO(on), parseISO(takenOn)) <= catalogue.falls.again.yearDays,
  )
  for (const { answers } of lately) {
    const said = asked.map((question) => answers.options[question]).find((option) => option !== undefined)
    if (said !== undefined) return said === 'no' ? 'no' : 'yes'
  }
  return 'unasked'
}

function testOf(id: string, { measures, norm }: Known, catalogue: Catalogue, on: string): FallPath['tests'][number] {
  const measure = entryOf(catalogue.measures, id)
  const record = latestOf(measures).get(`${id} both`)
  const takenOn = record?.takenAt.slice(0, 10) ?? null
  const base = { measure: id, name: measure.name, takenOn }
  if (!record || !takenOn) return { ...base, state: 'missing', words: 'not measured yet' }
  if (differenceInCalendarDays(parseISO(on), parseISO(takenOn)) > catalogue.falls.again.yearDays)
    return { ...base, state: 'missing', words: 'measured more than a year ago' }
  const table = measure.norms.find(({ kind }) => kind === 'below' || kind === 'threshold')
  const said = table && againstNorm(table, measure, record.value, norm)
  if (!said || said.verdict === 'none') return { ...base, state: 'no-table', words: said?.words ?? 'no table' }
  return { ...base, state: said.verdict === 'below' ? 'not-met' : 'met', words: said.words }
}

function adviceFor(tests: FallPath['tests'], falls: Falls): string[] {
  const missing = tests.filter(({ state }) => state === 'missing').map(({ name }) => name)
  const weak = tests.filter(({ state }) => state === 'not-met')
  const helps = weak.map(({ measure }) => falls.tests.find((test) => test.measure === measure)?.helps ?? '')
  return [
    ...(missing.length > 0 ? [`Measure: ${joined(missing)}.`] : []),
    ...helps.map((help) => `Work on: ${help.charAt(0).toLowerCase()}${help.slice(1)}.`),
    ...(missing.length === 0 && weak.length === 0 ? ['No test finds legs or balance weak: keep them so.'] : []),
    ...(weak.length > 0 ? ['Ask a physiotherapist to look at it.'] : []),
    `Tell who treats them. For them alone: ${joined(falls.clinician)}.`,
  ]
}

function againFor(tests: FallPath['tests'], falls: Falls): string | null {
  if (tests.some(({ state }) => state === 'missing')) return null
  const oldest = tests.map(({ takenOn }) => takenOn ?? '').toSorted()[0]
  return oldest ? daysAfter(oldest, falls.again.raisedDays) : null
}

const daysAfter = (day: string, days: number) => formatISO(addDays(parseISO(day), days), { representation: 'date' })
