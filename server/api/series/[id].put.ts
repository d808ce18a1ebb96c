import { SeriesRule } from '../../../core/calendar/series'
import { saveSeries, seriesById } from '../../database/calendar'
import { idOf, readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

/** Changes a series, or single dates of it: called off, held on a holiday, led by somebody else. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id, circleId } = await seriesById(db, practiceId, idOf(event))
  return saveSeries(db, practiceId, { id, circleId, rule: await readInput(event, SeriesRule) })
})
