import type { Meeting } from '../../core/contract/meetings'
import { Plan } from '../../core/plan/plan'
import { inTurn } from './order'
import { fromJson, type Acting } from './rows'

/**
 * Changes a meeting's plan while nobody else says anything in it; every version that was saved is kept.
 *
 * @param change from the stored plan and its version to the plan that is to be stored; within the same transaction
 * @throws {NotFound} when the practice has no such meeting
 */
export async function changePlan(
  acting: Acting,
  meetingId: string,
  change: (plan: Plan, version: number, within: Acting) => Promise<Plan>,
): Promise<Pick<Meeting, 'plan' | 'planVersion'>> {
  return inTurn(acting, meetingId, async (within, turn) => {
    const { db, practiceId, accountId } = within
    const own = { id: meetingId, practice_id: practiceId }
    const before = fromJson((await db('meetings').where(own).first('plan'))?.plan, Plan)
    const plan = await change(before, turn.planVersion, within)
    await db('plan_versions').insert({
      practice_id: practiceId,
      meeting_id: meetingId,
      version: turn.planVersion,
      plan: JSON.stringify(before),
      saved_by: accountId,
    })
    const planVersion = turn.planVersion + 1
    await db('meetings')
      .where(own)
      .update({ plan: JSON.stringify(plan), plan_version: planVersion, plan_sequence: turn.sequence })
    return { plan, planVersion }
  })
}
