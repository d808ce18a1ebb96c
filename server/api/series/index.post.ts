import { addSeries as storeSeries } from '../../database/calendar'
import { addSeries } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(addSeries, ({ scope, body: { circleId, rule } }) => storeSeries(scope, circleId, rule))
