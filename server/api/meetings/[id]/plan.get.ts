import { fileNameOf, writePlan } from '../../../../core/formats/planJson'
import { meetingById } from '../../../database/meetings'
import { readPlan } from '../../../../core/contract/meetings'
import { answer, sendsFile } from '../../../http/answer'

export default answer(readPlan, async ({ event, scope, params }) => {
  const { plan } = await meetingById(scope, params.id)
  sendsFile(event, 'application/json; charset=utf-8', `${fileNameOf(plan.title)}.json`)
  return writePlan(plan)
})
