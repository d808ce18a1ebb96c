import { subWeeks } from 'date-fns'
import type { readCircleLookBack } from '../../core/contract/circles'
import type { AnswerOf, QueryOf } from '../../core/contract/route'
import { circleBack } from '../../core/reflect/circleBack'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { circleById } from '../database/circles'
import { actedSince, attendedBy } from '../database/lookBack'
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
  const [attended, outcomes, acted, catalogue] = await Promise.all([
    attendedBy(scope, circle.members, window),
    datedOutcomes(scope, circle.members, window),
    actedSince(scope, circle.members, window.since),
    linkedCatalogue(scope),
  ])
  return { weeks, back: circleBack({ attended, outcomes, acted }, circle.school, weeks, catalogue) }
}
