import { withException } from '../../../../../core/calendar/series'
import { changeSeries } from '../../../../database/calendar'
import { setSeriesDate } from '../../../../../core/contract/circles'
import { answer } from '../../../../http/answer'

/** Changes one date of a series on top of what is stored now, so that two who change two dates both count. */
export default answer(setSeriesDate, ({ scope, params, body }) =>
  changeSeries(scope, params.id, ({ rule }) => withException(rule, params.on, body)),
)
