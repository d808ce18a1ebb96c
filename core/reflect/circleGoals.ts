import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import { attainedWords, standOf } from '../goal/attainment'
import { GoalStep, type Goal } from '../goal/goal'
import type { StoredMeasure } from '../measure/record'

/** A goal of somebody in a circle: how far it is, and how far it was when the window began. */
export const CircleGoal = z.object({
  participant: z.string(),
  id: z.string(),
  /** In their own words. */
  words: z.string(),
  step: GoalStep,
  /** Null: it was agreed within the window. */
  before: GoalStep.nullable(),
  /** How far it is, in words. */
  says: z.string(),
})
export type CircleGoal = z.infer<typeof CircleGoal>

/** What somebody comes for, and what was measured of them. */
export interface GoalsOfOne {
  goals: readonly Goal[]
  records: readonly StoredMeasure[]
}

/**
 * What the people of a circle come for: the goals that are not given up, those that moved most first.
 *
 * @param people by participant
 * @param since ISO day on which the window begins
 * @example
 * circleGoals(new Map([['ann', { goals: [stairsGoal], records: [] }]]), '2026-11-30', catalogue)[0].before // -1
 */
export function circleGoals(
  people: ReadonlyMap<string, GoalsOfOne>,
  since: string,
  catalogue: Pick<Catalogue, 'tasks' | 'measures'>,
): CircleGoal[] {
  return [...people]
    .flatMap(([participant, { goals, records }]) =>
      goals
        .filter(({ state }) => state !== 'ended')
        .map((goal): CircleGoal => {
          const now = standOf(goal, records, catalogue)
          return {
            ...{ participant, id: goal.id, words: goal.words, step: now.step },
            before: goal.since >= since ? null : stepBefore(goal, records, since, catalogue),
            says: attainedWords(goal, now, catalogue),
          }
        }),
    )
    .toSorted((a, b) => movedBy(b) - movedBy(a) || b.step - a.step || a.words.localeCompare(b.words))
}

function stepBefore(
  goal: Goal,
  records: readonly StoredMeasure[],
  day: string,
  catalogue: Pick<Catalogue, 'tasks' | 'measures'>,
): GoalStep {
  const known = records.filter(({ takenAt }) => takenAt.slice(0, 10) < day)
  return standOf({ ...goal, said: goal.said.filter(({ on }) => on < day) }, known, catalogue).step
}

/** A goal begins at −1. */
const movedBy = ({ step, before }: CircleGoal) => step - (before ?? -1)
