import { formatISO, subWeeks } from 'date-fns'
import type { Catalogue } from '../core/catalogue/catalogue'
import type { Side } from '../core/catalogue/words'
import { entryOf, sure } from '../core/entries'
import { GoalFields } from '../core/goal/goal'
import type { MeasureRecord } from '../core/measure/record'
import type { Random } from '../core/random'
import { addGoal, sayGoal } from '../server/database/goals'
import { addMeasures } from '../server/database/measures'
import type { Acting } from '../server/database/rows'
import type { ScenarioGoal, ScenarioRange } from './scenario'

/** What goals are seeded with. */
interface Seeding {
  acting: Acting
  catalogue: Catalogue
  random: Random
  /** The next meeting's start: weeks are counted back from it. */
  next: Date
}

/** Writes down what somebody of the scenario comes for, with the tests that were taken and what was said. */
export async function seedGoals(
  participant: string,
  goals: readonly ScenarioGoal[],
  { acting, catalogue, random, next }: Seeding,
): Promise<void> {
  const dayOf = (weeks: string) => formatISO(subWeeks(next, Number(weeks)), { representation: 'date' })
  for (const { tests, said, target, ...goal } of goals) {
    const measure = entryOf(catalogue.measures, entryOf(catalogue.tasks, goal.task).measure)
    const taken = oldestFirst(tests)
    const [first, earliest] = [taken[0], oldestFirst({ ...tests, ...said })[0]]
    const fields = GoalFields.parse({
      ...goal,
      start: first?.[1] ?? null,
      target,
      since: dayOf(String(Number(earliest?.[0] ?? 1) + (first ? 0 : 1))),
      by: dayOf('-4'),
    })
    const goalId = random.uuid()
    await addGoal(acting, participant, { ...fields, id: goalId })
    const sides: Side[] = measure.sides ? [goal.side === 'both' ? 'left' : goal.side] : ['both']
    const records = taken.flatMap(([weeks, value]) =>
      sides.map((side): MeasureRecord => ({
        ...{ id: random.uuid(), measure: measure.id, side, value, tries: [value], setting: null },
        ...{ pain: measure.asksPain ? 1 : null, note: '', simulated: false, replaces: null },
        takenAt: subWeeks(next, Number(weeks)).toISOString(),
      })),
    )
    if (records.length > 0) await addMeasures(acting, participant, records)
    for (const [weeks, step] of oldestFirst(said))
      await sayGoal(
        acting,
        { participantId: participant, goalId },
        { id: random.uuid(), step, on: dayOf(weeks), note: '' },
      )
  }
}

/** Both ranges as they were measured in one go. */
export async function seedRanges(
  participant: string,
  ranges: readonly ScenarioRange[],
  { acting, catalogue, random, next }: Seeding,
): Promise<void> {
  const records = ranges.flatMap(({ measure, side, byWeeks }) => {
    const helpedBy = sure(entryOf(catalogue.measures, measure).helped, `${measure} is measured in one way only.`)
    return oldestFirst(byWeeks).flatMap(([weeks, [own, helped]]) => {
      const takenAt = subWeeks(next, Number(weeks)).toISOString()
      const taken = (of: string, value: number): MeasureRecord => ({
        ...{ ...PLAIN, id: random.uuid(), measure: of, side, value, tries: [value], takenAt },
      })
      return [taken(measure, own), taken(helpedBy, helped)]
    })
  })
  if (records.length > 0) await addMeasures(acting, participant, records)
}

/** Nothing is to be said of these results. */
const PLAIN = { setting: null, pain: null, note: '', simulated: false, replaces: null } as const

/** What was on so many weeks ago, the oldest first. */
function oldestFirst<T>(byWeeks: Record<string, T>): [weeks: string, value: T][] {
  return Object.entries(byWeeks).sort(([one], [other]) => Number(other) - Number(one))
}
