import type { Catalogue } from '../catalogue/catalogue'
import type { Measure } from '../catalogue/measure'
import { amountWords, holding, type StoredMeasure } from '../measure/record'
import { changeWord, realChangeFor } from '../measure/realChange'
import { joined } from '../sentence'
import type { Goal, GoalStep } from './goal'
import { stepAt, stepWords } from './goalSteps'

/** How far a goal was on a day. */
export interface Attained {
  /** ISO day. */
  on: string
  step: GoalStep
  /** What was measured, in the unit of the test; null: it was said. */
  value: number | null
  note: string
}

/**
 * The test of a goal.
 *
 * @returns undefined where it is told in words
 * @example
 * testOf({ task: 'stairs-up', start: 30 }, catalogue).id // 'stairs-up'
 */
export function testOf(
  { task, start }: Pick<Goal, 'task' | 'start'>,
  { tasks, measures }: Pick<Catalogue, 'tasks' | 'measures'>,
): Measure | undefined {
  const known = task === null || start === null ? undefined : tasks.get(task)
  return known && measures.get(known.measure)
}

/**
 * How far a goal was, day by day: by its test where there is one, and as it was said. It begins at −1 on the day it was
 * agreed. Simulated and corrected results count for nothing.
 *
 * @param records all results of the person
 * @returns oldest first
 * @example
 * attainments(stairsGoal, [storedMeasure('stairs-up', 19, { takenAt: '2026-11-01T10:00:00.000Z' })],
 * catalogue).at(-1).step // 0
 */
export function attainments(
  goal: Goal,
  records: readonly StoredMeasure[],
  catalogue: Pick<Catalogue, 'tasks' | 'measures'>,
): Attained[] {
  const measure = testOf(goal, catalogue)
  const begun: Attained = { on: goal.since, step: -1, value: goal.start, note: '' }
  const tested = measure
    ? holding(records).filter(
        (record) =>
          record.measure === measure.id &&
          record.takenAt.slice(0, 10) >= goal.since &&
          (!measure.sides || goal.side === 'both' || record.side === goal.side),
      )
    : []
  const measured = measure
    ? weakerSides(tested, measure).map(({ on, value }): Attained => ({
        on,
        value,
        step: stepAt(goal, measure, value),
        note: '',
      }))
    : []
  const said = goal.said.map(({ on, step, note }): Attained => ({ on, step, value: null, note }))
  return [begun, ...[...measured, ...said].sort((a, b) => a.on.localeCompare(b.on))]
}

/** Of both sides on one day the weaker one counts; of several tries of a side the last. */
function weakerSides(
  records: readonly StoredMeasure[],
  { better }: Pick<Measure, 'better'>,
): { on: string; value: number }[] {
  const days = new Map<string, Map<string, number>>()
  for (const { takenAt, side, value } of records) {
    const day = days.get(takenAt.slice(0, 10)) ?? new Map<string, number>()
    days.set(takenAt.slice(0, 10), day.set(side, value))
  }
  return [...days].map(([on, sides]) => ({
    on,
    value: better === 'more' ? Math.min(...sides.values()) : Math.max(...sides.values()),
  }))
}

/**
 * Where a goal is now.
 *
 * @example
 * standOf(stairsGoal, [], catalogue).step // -1
 */
export function standOf(
  goal: Goal,
  records: readonly StoredMeasure[],
  catalogue: Pick<Catalogue, 'tasks' | 'measures'>,
): Attained {
  return attainments(goal, records, catalogue).at(-1) ?? { on: goal.since, step: -1, value: goal.start, note: '' }
}

/** How much goals of one person are taken to go together. */
const TOGETHER = 0.3

/**
 * Goals of one person in one number: 50 where everything is as aimed, ten for what is usual between people.
 *
 * @param goals the step of each, and how much it matters
 * @returns null without a goal
 * @source Kiresuk & Sherman 1968: 50 + 10 Σwx ÷ √((1−ρ) Σw² + ρ (Σw)²), ρ = 0.3 (memory)
 * @example
 * attainmentScore([{ step: -1, importance: 1 }, { step: 1, importance: 1 }]) // 50
 */
export function attainmentScore(goals: readonly { step: GoalStep; importance: number }[]): number | null {
  if (goals.length === 0) return null
  let [weighed, squares, sum] = [0, 0, 0]
  for (const { step, importance } of goals) {
    weighed += importance * step
    squares += importance ** 2
    sum += importance
  }
  return 50 + (10 * weighed) / Math.sqrt((1 - TOGETHER) * squares + TOGETHER * sum ** 2)
}

/** All goals of somebody in one number, at the start and on a day. */
export interface Together {
  at: number
  now: number
}

/**
 * The number for all goals that are not given up: as it was when they were agreed, and as it is on a day.
 *
 * @param on ISO day; what came later is left out
 * @returns null without a goal
 * @example
 * goalsTogether([stairsGoal], [], catalogue, '2026-11-30') // { at: 40, now: 40 }
 */
export function goalsTogether(
  goals: readonly Goal[],
  records: readonly StoredMeasure[],
  catalogue: Pick<Catalogue, 'tasks' | 'measures'>,
  on: string,
): Together | null {
  const counted = goals.filter(({ state, since }) => state !== 'ended' && since <= on)
  const known = records.filter(({ takenAt }) => takenAt.slice(0, 10) <= on)
  const at = attainmentScore(counted.map(({ importance }) => ({ step: -1, importance })))
  const now = attainmentScore(
    counted.map((goal) => ({
      importance: goal.importance,
      step: standOf({ ...goal, said: goal.said.filter((one) => one.on <= on) }, known, catalogue).step,
    })),
  )
  return at === null || now === null ? null : { at, now }
}

/**
 * How far a goal is, in words: what was measured and how that differs from the start, or what was said.
 *
 * @example
 * attainedWords(stairsGoal, { step: -1, value: 26, on: '2026-11-01', note: '' }, catalogue)
 * // '26 s, 4 s less than at the start: a real change'
 */
export function attainedWords(
  goal: Goal,
  { step, value, note }: Attained,
  catalogue: Pick<Catalogue, 'tasks' | 'measures'>,
): string {
  const measure = testOf(goal, catalogue)
  if (measure === undefined || value === null || goal.start === null)
    return joined([stepWords(goal, measure, step), note])
  const { words } = changeWord(measure, { from: goal.start, to: value }, realChangeFor(measure, []), 'at the start')
  return joined([amountWords(measure, value), words])
}
