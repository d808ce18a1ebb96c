import type { Dial } from '../../core/catalogue/words'
import { hasBegun } from '../../core/lead/clock'
import { withDial } from '../../core/offer/dials'
import { edited } from '../../core/plan/edits'
import { Plan } from '../../core/plan/plan'
import { meetingById, meetingsAhead } from '../database/meetings'
import { classEventsOf } from '../database/outcomes'
import { changePlan } from '../database/plans'
import { NotFound, type Acting } from '../database/rows'
import { fieldMessages, notValid } from '../http/refuse'
import { tell } from '../live/following'

interface RaisedDose {
  movement: string
  dial: Dial
  to: number
}

/**
 * Raises a dose that most of a circle have outgrown in the circle's next plan that has the movement.
 *
 * @throws {NotFound} where no plan ahead has it, 422 where no dose goes so far
 */
export async function raiseInNextPlan(
  acting: Acting,
  meetingId: string,
  dose: RaisedDose,
): Promise<{ id: string; startsAt: string }> {
  const { circleId, startsAt } = await meetingById(acting, meetingId)
  for (const ahead of await meetingsAhead(acting, circleId, startsAt)) {
    if (!ahead.plan.blocks.some((block) => block.movement === dose.movement)) continue
    if (hasBegun(await classEventsOf(acting, ahead.id))) continue
    await changePlan(acting, ahead.id, async (plan) => raised(plan, dose))
    tell(acting, ahead.id)
    return { id: ahead.id, startsAt: ahead.startsAt }
  }
  throw new NotFound('No plan ahead has this movement yet: raise it when you make the next one.')
}

function raised(plan: Plan, { movement, dial, to }: RaisedDose): Plan {
  const changed = plan.blocks
    .filter((block) => block.movement === movement)
    .reduce(
      (one, block) =>
        edited(one, { edit: 'setBlock', id: block.id, block: { ...block, ...withDial(dial, to, block) } }),
      plan,
    )
  const checked = Plan.safeParse(changed)
  if (!checked.success) throw notValid(fieldMessages(checked.error), 'No dose goes so far.')
  return checked.data
}
