import { subWeeks } from 'date-fns'
import type { readCircleLookBack } from '../../core/contract/circles'
import type { AnswerOf, QueryOf } from '../../core/contract/route'
import { circleBack } from '../../core/reflect/circleBack'
import { circleGoals } from '../../core/reflect/circleGoals'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { circleById } from '../database/circles'
import { actedSince, attendedBy } from '../database/lookBack'
import { goalsOf } from '../database/goals'
import { measuresOf } from '../database/measures'
import { datedOutcomes } from '../database/outcomes'
import type { Scope } from '../database/rows'

/** A circle over its last weeks. @throws {NotFound} when the practice has no such circle */
export async function circleLookBack(
  scope: Scope,
  circleId: string,
  weeks: QueryOf<typeof readCircleLookBack>['weeks'],
  now: Date,
): Promise<AnswerOf<typeof readCircleLookBack>> {
  const circle = await circleById(scope, circleId)
  const window = { until: now.toISOString(), since: subWeeks(now, weeks).toISOString() }
  const [attended, outcomes, acted, catalogue, goals, measures] = await Promise.all([
    attendedBy(scope, circle.members, window),
    datedOutcomes(scope, circle.members, window),
    actedSince(scope, circle.members, window.since),
    linkedCatalogue(scope),
    goalsOf(scope, circle.members),
    measuresOf(scope, circle.members),
  ])
  const people = new Map(
    circle.members.map((id) => [id, { goals: goals.get(id) ?? [], records: measures.get(id) ?? [] }] as const),
  )
  return {
    weeks,
    back: circleBack({ attended, outcomes, acted }, circle.school, weeks, catalogue),
    goals: circleGoals(people, window.since.slice(0, 10), catalogue),
  }
}
