import type { Circle } from '../../core/circle/circle'
import { emptyPlan, type Plan } from '../../core/plan/plan'
import { meetingById } from '../database/meetings'
import type { Scope } from '../database/rows'
import { shelfPlanById } from '../database/shelf'

/** The plan a new meeting begins with: one from the shelf, a copy of another meeting's, or an empty one. */
export async function planToBegin(
  scope: Scope,
  { minutes, school }: Circle,
  { planFrom, shelfFrom }: { planFrom: string | null; shelfFrom: string | null },
): Promise<Plan> {
  if (shelfFrom) return (await shelfPlanById(scope, shelfFrom)).plan
  if (planFrom) return (await meetingById(scope, planFrom)).plan
  return emptyPlan('', minutes, school)
}
