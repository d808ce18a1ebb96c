import { z } from 'zod'
import { hasBegun } from '../../../../core/lead/clock'
import { Plan } from '../../../../core/plan/plan'
import { meetingById, savePlan } from '../../../database/meetings'
import { classEventsOf } from '../../../database/outcomes'
import { practiceCatalogue } from '../../../catalogue/practiceCatalogue'
import { idOf, readInput } from '../../../http/readInput'
import { refusal } from '../../../http/refuse'
import { leadRoute } from '../../../http/routes'

const SavedPlan = z.object({ version: z.number('The version that was read is needed.').int(), plan: Plan })

export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { version, plan } = await readInput(event, SavedPlan)
  if (hasBegun(await classEventsOf(db, practiceId, id))) {
    throw refusal(423, 'class-begun', 'The class has begun: its plan stays as it is led.')
  }
  const known = new Set((await practiceCatalogue(db, practiceId)).movements.map((movement) => movement.id))
  const unknown = plan.blocks.findIndex((block) => !known.has(block.movement))
  if (unknown >= 0) {
    throw refusal(422, 'not-valid', 'Some of this cannot be saved as it is.', {
      [`plan.blocks.${unknown}.movement`]: 'This movement is not in the catalogue.',
    })
  }
  return savePlan(db, practiceId, id, version, plan, account.id)
})
