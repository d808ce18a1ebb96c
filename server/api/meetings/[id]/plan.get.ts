import { writePlan } from '../../../../core/formats/planJson'
import { meetingById } from '../../../database/meetings'
import { idOf } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

/** A meeting's plan as a file. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { plan } = await meetingById(db, practiceId, idOf(event))
  const name =
    plan.title
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'plan'
  setResponseHeaders(event, {
    'content-type': 'application/json; charset=utf-8',
    'content-disposition': `attachment; filename="${name}.json"`,
  })
  return writePlan(plan)
})
