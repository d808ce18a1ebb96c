import { format, formatISO, getYear, parseISO } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { Side } from '../../core/catalogue/words'
import { attainedWords, standOf, testOf } from '../../core/goal/attainment'
import type { Goal } from '../../core/goal/goal'
import { stepWords } from '../../core/goal/goalSteps'
import type { StoredMeasure } from '../../core/measure/record'
import { toldResult, type ToldResult } from '../../core/measure/toldResult'
import { capital } from '../../core/sentence'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { goalsOf } from '../database/goals'
import { measuresOf, sameDayPairs } from '../database/measures'
import { participantById } from '../database/people'
import type { Scope } from '../database/rows'
import type { ResultSheet } from '../documents/resultSheet'

/** One page of large print holds no more. */
const [GOALS, RESULTS] = [3, 6]

const dayWords = (iso: string) => format(parseISO(iso), 'd MMMM yyyy')

/**
 * What somebody is told of how they are: their goals first, then what was measured last, the tests of their goals
 * ahead.
 */
export async function resultsToTell(
  scope: Scope,
  participantId: string,
  { practiceName, now }: { practiceName: string; now: Date },
): Promise<ResultSheet> {
  const person = await participantById(scope, participantId)
  const [catalogue, measures, goals, pairs] = await Promise.all([
    linkedCatalogue(scope),
    measuresOf(scope, [person.id]),
    goalsOf(scope, [person.id]),
    sameDayPairs(scope),
  ])
  const records = measures.get(person.id) ?? []
  const open = (goals.get(person.id) ?? []).filter(({ state }) => state !== 'ended')
  const norm = { age: person.birthYear === null ? null : getYear(now) - person.birthYear, sex: person.sex }
  const day = { on: formatISO(now, { representation: 'date' }), dayWords }
  const SIDES: readonly Side[] = ['both', 'left', 'right']
  const told = [...catalogue.measures.values()].flatMap((measure) =>
    SIDES.flatMap((side) => toldResult(measure, side, { records, norm, pairs: pairs[measure.id] ?? [] }, day) ?? []),
  )
  const tests = new Set(open.map((goal) => testOf(goal, catalogue)?.id))
  const rank = ({ measure, points }: ToldResult) => (tests.has(measure) ? '1' : '0') + (points.at(-1)?.on ?? '')
  const inOrder = told.toSorted((a, b) => rank(b).localeCompare(rank(a)))
  return {
    practiceName,
    personName: person.name,
    date: dayWords(day.on),
    goals: open.slice(0, GOALS).map((goal) => goalTold(goal, records, catalogue)),
    results: inOrder.slice(0, RESULTS),
    leftOut: Math.max(0, inOrder.length - RESULTS),
  }
}

function goalTold(goal: Goal, records: readonly StoredMeasure[], catalogue: Catalogue): ResultSheet['goals'][number] {
  const stand = standOf(goal, records, catalogue)
  const aimed = stepWords(goal, testOf(goal, catalogue), 0)
  return { words: goal.words, stands: `${capital(attainedWords(goal, stand, catalogue))}. Aimed at: ${aimed}.` }
}
