import { removeSeries, seriesById } from '../../database/calendar'
import { idOf } from '../../session/readInput'
import { leadRoute } from '../../session/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await seriesById(db, practiceId, idOf(event))
  await removeSeries(db, practiceId, id)
  return { removed: id }
})
