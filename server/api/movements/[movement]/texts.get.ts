import { textsOf } from '../../../../core/catalogue/summary'
import { practiceCatalogue } from '../../../catalogue/practiceCatalogue'
import { refusal } from '../../../http/refuse'
import { accountRoute } from '../../../http/routes'

/** All words about one movement: its cautions and muscles, and what is said of each of its variations. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { movements } = await practiceCatalogue(db, practiceId)
  const entry = movements.find((movement) => movement.id === getRouterParam(event, 'movement'))
  if (!entry) throw refusal(404, 'not-found', 'There is no such movement.')
  return textsOf(entry)
})
