import { removeSeries, seriesById } from '../../database/calendar'
import { idOf } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await seriesById(db, practiceId, idOf(event))
  await removeSeries(db, practiceId, id)
  return { removed: id }
})
