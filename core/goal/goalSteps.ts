import { entryAt } from '../entries'
import type { Measure } from '../catalogue/measure'
import { amountWords } from '../measure/record'
import { GOAL_STEPS, type Goal, type GoalStep } from './goal'

/** One of a goal's five steps: what it is in words, and from which amount it is reached. */
export interface StepOfGoal {
  step: GoalStep
  words: string
  /** In the unit of the test; null: no amount stands for it. */
  from: number | null
}

const USUAL_WORDS: Record<GoalStep, string> = {
  [-2]: 'less than at the start',
  [-1]: 'as at the start',
  0: 'as aimed',
  1: 'somewhat more than aimed',
  2: 'much more than aimed',
}

/**
 * The five steps of a goal. With a test, the start is −1 and the aim 0; half as far again is 1 and twice as far 2,
 * where the test goes that far. −2 is a real change to the worse.
 *
 * @param measure the test of its task; undefined: it is told in words
 * @source goal attainment scaling, after Kiresuk & Sherman 1968 (memory); where the steps lie is ours
 * @example
 * goalSteps({ start: 30, target: 20, steps: [] }, stairsUp)[2] // { step: 0, words: '20 s or less', from: 20 }
 */
export function goalSteps(goal: Pick<Goal, 'start' | 'target' | 'steps'>, measure: Measure | undefined): StepOfGoal[] {
  const { start, target } = goal
  if (measure === undefined || start === null || target === null)
    return GOAL_STEPS.map((step, at) => ({ step, words: goal.steps[at] || USUAL_WORDS[step], from: null }))
  const real = measure.realChange?.amount ?? 0
  const [least, most] = [measure.accepts.from, Math.min(measure.accepts.to, measure.stopAt ?? Infinity)]
  const isMore = measure.better === 'more'
  const amountAt: Record<GoalStep, number> = {
    [-2]: -Infinity,
    [-1]: start + (isMore ? -real : real),
    0: target,
    1: target + (target - start) / 2,
    2: target + (target - start),
  }
  return GOAL_STEPS.map((step) => {
    const from = Math.round(amountAt[step] * 10) / 10
    if (step === -2) return { step, words: `a real change to the worse: ${beyond(amountAt[-1], measure)}`, from: null }
    if (step === -1)
      return { step, words: `as at the start, ${amountWords(measure, start)}, or on the way from there`, from }
    if (from < least || from > most) return { step, words: 'more than the test can show', from: null }
    return { step, words: `${amountWords(measure, from)} or ${isMore ? 'more' : 'less'}`, from }
  })
}

function beyond(amount: number, measure: Measure): string {
  return `${measure.better === 'more' ? 'less' : 'more'} than ${amountWords(measure, amount)}`
}

/**
 * Which step an amount is: the highest whose amount it reaches.
 *
 * @param value in the measure's unit
 * @example
 * stepAt({ start: 30, target: 20, steps: [] }, stairsUp, 26) // -1
 */
export function stepAt(goal: Pick<Goal, 'start' | 'target' | 'steps'>, measure: Measure, value: number): GoalStep {
  const reached = goalSteps(goal, measure).filter(
    ({ from }) => from !== null && (measure.better === 'more' ? value >= from : value <= from),
  )
  return reached.at(-1)?.step ?? -2
}

/** Numbers that differ by less are the same. */
const ROUNDED = 1e-6

/**
 * An aim that is far enough to be real and near enough to be reached: two real changes, and a quarter of the start at
 * most, but always a real change.
 *
 * @param start in the measure's unit
 * @returns within what the test takes, in halves of its unit
 * @source ours
 * @example
 * proposedTarget(stairsUp, 30) // 26
 */
export function proposedTarget(measure: Measure, start: number): number {
  const real = measure.realChange?.amount ?? 1
  const by = Math.max(real, Math.min(2 * real, Math.abs(start) / 4))
  // In halves, on the far side: rounding makes it no less than a real change.
  const halves =
    measure.better === 'more' ? Math.ceil(2 * (start + by) - ROUNDED) : Math.floor(2 * (start - by) + ROUNDED)
  const most = Math.min(measure.accepts.to, measure.stopAt ?? Infinity)
  return Math.min(most, Math.max(measure.accepts.from, halves / 2))
}

/**
 * What is wrong with where a goal starts and what it aims at, by field; empty: nothing.
 *
 * @example
 * wrongAim({ start: 30, target: 29.5 }, stairsUp)
 * // { target: 'A real change takes 2 s: aim at 28 s or less.' }
 */
export function wrongAim(
  { start, target }: Pick<Goal, 'start' | 'target'>,
  measure: Measure,
): { start?: string; target?: string } {
  if (start === null || target === null) return {}
  const { from, to } = measure.accepts
  const outside = (value: number) => value < from || value > to
  const can = `Between ${from} and ${amountWords(measure, to)} it can be.`
  if (outside(start)) return { start: can }
  if (outside(target)) return { target: can }
  const real = measure.realChange?.amount ?? 0
  const isMore = measure.better === 'more'
  const gained = isMore ? target - start : start - target
  if (gained > 0 && gained >= real - ROUNDED) return {}
  const least = isMore ? start + real : start - real
  if (outside(least)) return { start: 'From here the test can show no real change: say it in words.' }
  return {
    target:
      `A real change takes ${amountWords(measure, real)}: ` +
      `aim at ${amountWords(measure, least)} or ${isMore ? 'more' : 'less'}.`,
  }
}

/**
 * A step with its sign, as it is written.
 *
 * @example
 * stepSign(-1) // '−1'
 */
export function stepSign(step: GoalStep): string {
  return step > 0 ? `+${step}` : String(step).replace('-', '−')
}

/**
 * The words of one step of a goal.
 *
 * @example
 * stepWords({ start: null, target: null, steps: ['', '', 'to the gate', '', ''] }, undefined, 0) // 'to the gate'
 */
export function stepWords(
  goal: Pick<Goal, 'start' | 'target' | 'steps'>,
  measure: Measure | undefined,
  step: GoalStep,
): string {
  return entryAt(goalSteps(goal, measure), GOAL_STEPS.indexOf(step)).words
}
