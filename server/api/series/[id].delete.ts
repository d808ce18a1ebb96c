import { removeSeries as dropSeries, seriesById } from '../../database/calendar'
import { removeSeries } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(removeSeries, async ({ scope, params }) => {
  const { id } = await seriesById(scope, params.id)
  await dropSeries(scope, id)
  return { removed: id }
})
