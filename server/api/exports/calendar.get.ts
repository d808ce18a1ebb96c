import { circleCalendar } from '../../../core/formats/circleCalendar'
import { datesToExport } from '../../services/datesToExport'
import { exportCalendar } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'

/** The dates of all circles, or of one, as iCalendar. */
export default answer(exportCalendar, async ({ event, scope, query }) => {
  const dates = await datesToExport(scope, new Date(), query.circle)
  sendsFile(event, 'text/calendar; charset=utf-8', 'circles.ics')
  return circleCalendar(dates)
})
