import { z } from 'zod'
import { Dial } from '../../../../core/catalogue/words'
import { hasBegun } from '../../../../core/lead/clock'
import { withDial } from '../../../../core/offer/dials'
import { edited } from '../../../../core/plan/edits'
import { Plan } from '../../../../core/plan/plan'
import { meetingById, meetingsAhead, savePlan } from '../../../database/meetings'
import { classEventsOf } from '../../../database/outcomes'
import { idOf, readInput } from '../../../http/readInput'
import { fieldMessages, refusal } from '../../../http/refuse'
import { leadRoute } from '../../../http/routes'

const Sent = z.object({ movement: z.string().min(1).max(60), dial: Dial, to: z.number().min(0).max(600) })

/** Raises a dose that most of a circle have outgrown in the circle's next plan that has the movement. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { circleId, startsAt } = await meetingById(db, practiceId, idOf(event))
  const { movement, dial, to } = await readInput(event, Sent)
  for (const ahead of await meetingsAhead(db, practiceId, circleId, startsAt)) {
    const { plan, planVersion } = ahead
    if (
      !plan.blocks.some((block) => block.movement === movement) ||
      hasBegun(await classEventsOf(db, practiceId, ahead.id))
    )
      continue
    const raised = plan.blocks
      .filter((block) => block.movement === movement)
      .reduce(
        (changed, block) =>
          edited(changed, { edit: 'setBlock', id: block.id, block: { ...block, ...withDial(dial, to, block) } }),
        plan,
      )
    const checked = Plan.safeParse(raised)
    if (!checked.success) throw refusal(422, 'not-valid', 'No dose goes so far.', fieldMessages(checked.error))
    const saved = await savePlan(db, practiceId, ahead.id, planVersion, checked.data, account.id)
    return { id: saved.id, startsAt: saved.startsAt }
  }
  throw refusal(404, 'not-found', 'No plan ahead has this movement yet: raise it when you make the next one.')
})
