import { describe, expect, it } from 'vitest'
import { shippedMeasure, storedMeasure } from '../../tests/measures'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { attainedWords, attainments, attainmentScore, standOf, goalsTogether } from './attainment'
import { Goal, GOAL_STEPS, GoalFields, type GoalStep } from './goal'

const catalogue = shippedCatalogue()
const goalOf = (change: Partial<Goal> = {}): Goal =>
  Goal.parse({
    ...{ id: crypto.randomUUID(), words: 'Up to my sister', task: 'stairs-up', start: 30, target: 20 },
    ...{ since: '2026-09-01', version: 1, said: [], closedOn: null, ...change },
  })
const test = (value: number, takenAt: string, change: object = {}) =>
  storedMeasure('stairs-up', value, { takenAt: `${takenAt}T10:00:00.000Z`, ...change })

/** The same number from the variance of a weighted sum of scores that go together by 0.3, element by element. */
function scoreByMatrix(goals: readonly { step: GoalStep; importance: number }[]): number {
  let variance = 0
  for (const [at, one] of goals.entries())
    for (const [beside, other] of goals.entries())
      variance += one.importance * other.importance * (at === beside ? 1 : 0.3)
  const sum = goals.reduce((all, { step, importance }) => all + importance * step, 0)
  return 50 + (10 * sum) / Math.sqrt(variance)
}

describe('goals of one person in one number', () => {
  // Kiresuk & Sherman 1968 (memory): mean 50, deviation 10, goals taken to correlate by 0.3.
  it('is 50 where all is as aimed, and ten a step for one goal alone', () => {
    for (const step of GOAL_STEPS) expect(attainmentScore([{ step, importance: 2 }])).toBeCloseTo(50 + 10 * step, 9)
    expect(attainmentScore(Array.from({ length: 5 }, () => ({ step: 0, importance: 3 })))).toBe(50)
    expect(attainmentScore([])).toBeNull()
  })
  it('is what the handbooks’ tables have for equal weights', () => {
    // Three goals, all at −1: 36.3; all at −2: 22.6; all at +1: 63.7 (memory).
    const three = (step: GoalStep) => attainmentScore([1, 1, 1].map((importance) => ({ step, importance })))
    expect(three(-1)).toBeCloseTo(36.3, 1)
    expect(three(-2)).toBeCloseTo(22.6, 1)
    expect(three(1)).toBeCloseTo(63.7, 1)
  })
  it('is what the variance of the weighted sum says, for every mix of three goals', () => {
    for (const [a, b, c] of GOAL_STEPS.flatMap((a) =>
      GOAL_STEPS.flatMap((b) => GOAL_STEPS.map((c) => [a, b, c] as const)),
    ))
      for (const weights of [
        [1, 1, 1],
        [1, 2, 3],
        [3, 3, 1],
      ] as const) {
        const goals = [a, b, c].map((step, at) => ({ step, importance: weights[at]! }))
        expect(attainmentScore(goals)).toBeCloseTo(scoreByMatrix(goals), 9)
      }
  })
  it('goes by what matters most', () => {
    const mixed = (important: GoalStep, other: GoalStep) =>
      attainmentScore([
        { step: important, importance: 3 },
        { step: other, importance: 1 },
      ])!
    expect(mixed(1, -1)).toBeGreaterThan(50)
    expect(mixed(-1, 1)).toBeLessThan(50)
  })
})

describe('how far a goal is', () => {
  it('follows its test, day by day, from −1 on', () => {
    const goal = goalOf()
    const known = attainments(
      goal,
      [test(27, '2026-10-01'), test(19.5, '2026-11-01'), test(33, '2026-11-20')],
      catalogue,
    )
    expect(known.map(({ step }) => step)).toEqual([-1, -1, 0, -2])
    expect(known.map(({ value }) => value)).toEqual([30, 27, 19.5, 33])
  })
  it('leaves out what was simulated, corrected, of another test or from before', () => {
    const goal = goalOf()
    const records = [
      test(10, '2026-10-01', { simulated: true }),
      test(10, '2026-10-02', { replacedBy: crypto.randomUUID() }),
      test(10, '2026-08-01'),
      storedMeasure('stairs-down', 10, { takenAt: '2026-10-03T10:00:00.000Z' }),
    ]
    expect(attainments(goal, records, catalogue)).toHaveLength(1)
    expect(standOf(goal, records, catalogue).step).toBe(-1)
  })
  it('takes in what is measured on the day it is agreed', () => {
    expect(standOf(goalOf(), [test(30, '2026-09-01')], catalogue)).toMatchObject({ step: -1, value: 30 })
    expect(standOf(goalOf(), [test(30, '2026-09-01'), test(19, '2026-09-01')], catalogue).step).toBe(0)
  })
  it('is the weaker side’s, or the side’s that it is about', () => {
    const side = (side: 'left' | 'right', value: number) =>
      storedMeasure('sock-on', value, { side, takenAt: '2026-10-01T10:00:00.000Z' })
    const goal = goalOf({ task: 'socks', start: 40, target: 30 })
    const records = [side('left', 25), side('right', 39)]
    expect(standOf(goal, records, catalogue)).toMatchObject({ value: 39, step: -1 })
    expect(standOf({ ...goal, side: 'left' }, records, catalogue)).toMatchObject({ value: 25, step: 1 })
  })
  it('is what was said where no test says it, and beside one by its day', () => {
    const said = (step: GoalStep, on: string) => ({ id: crypto.randomUUID(), step, on, note: 'with the rail' })
    const told = goalOf({ start: null, target: null, said: [said(0, '2026-10-05')] })
    expect(standOf(told, [test(99, '2026-10-20')], catalogue)).toMatchObject({ step: 0, note: 'with the rail' })
    const both = goalOf({ said: [said(1, '2026-10-05')] })
    expect(standOf(both, [test(29, '2026-10-20')], catalogue).step).toBe(-1)
    expect(standOf(both, [test(29, '2026-10-01')], catalogue).step).toBe(1)
  })
  it('counts what is not given up, as it was on the day', () => {
    const goals = [goalOf(), goalOf({ state: 'reached' }), goalOf({ state: 'ended' })]
    const records = [test(19, '2026-10-10')]
    const before = goalsTogether(goals, records, catalogue, '2026-10-09')
    const after = goalsTogether(goals, records, catalogue, '2026-10-11')
    expect(before!.now).toBeCloseTo(before!.at, 9)
    expect(after!.now).toBe(50)
    expect(goalsTogether(goals, records, catalogue, '2026-08-01')).toBeNull()
  })
  it('is said with what was measured and how it differs from the start, or as it was told', () => {
    const at = (value: number | null, step: GoalStep = -1) => ({ on: '2026-11-01', step, value, note: '' })
    expect(attainedWords(goalOf(), at(26), catalogue)).toBe('26 s, 4 s less than at the start: a real change')
    expect(attainedWords(goalOf(), at(29), catalogue)).toBe(
      '29 s, 1 s less than at the start: no real change (that takes 2 s)',
    )
    expect(attainedWords(goalOf(), at(30), catalogue)).toBe('30 s, the same as at the start')
    const told = goalOf({ start: null, target: null, steps: ['', 'at the basin', '', '', ''] })
    expect(attainedWords(told, { ...at(null), note: 'twice' }, catalogue)).toBe('at the basin, twice')
    expect(attainedWords(goalOf(), at(null, 1), catalogue)).toBe('15 s or less')
  })
})

describe('a goal as it is written down', () => {
  const fields = { words: 'Up to my sister', task: 'stairs-up', start: 30, target: 20, since: '2026-09-01' }
  const wrongAt = (change: object) =>
    GoalFields.safeParse({ ...fields, ...change }).error?.issues.map(({ path }) => path.join('.')) ?? []
  it('needs words, both amounts, a task for a test, and a day after', () => {
    expect(wrongAt({})).toEqual([])
    expect(wrongAt({ words: ' ' })).toEqual(['words'])
    expect(wrongAt({ target: null })).toEqual(['target'])
    expect(wrongAt({ task: null })).toContain('start')
    expect(wrongAt({ by: '2026-09-01' })).toEqual(['by'])
    expect(wrongAt({ task: null, start: null, target: null })).toEqual(['steps.2'])
    expect(wrongAt({ task: null, start: null, target: null, steps: ['', '', 'to the gate', '', ''] })).toEqual([])
    expect(wrongAt({ importance: 4 })).toEqual(['importance'])
    expect(wrongAt({ start: 'thirty' })).toEqual(['start', 'target'].slice(0, 1))
  })
  it('has a test of every task that can be done in two minutes, with a real change', () => {
    for (const task of catalogue.tasks.values()) {
      const measure = shippedMeasure(task.measure)
      expect(measure.realChange?.source, task.id).toMatch(/ours|memory/)
      expect(measure.steps.length, task.id).toBeGreaterThanOrEqual(2)
      expect(measure.stopAt ?? 0, task.id).toBeLessThanOrEqual(task.measure === 'down-and-up-time' ? 300 : 120)
    }
    expect(catalogue.tasks.size).toBeGreaterThanOrEqual(20)
  })
})
