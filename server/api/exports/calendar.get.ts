import { exportCalendar } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'
import { AT_DESK, inThread } from '../../threads/inThread'

/** The dates of all circles, or of one, as iCalendar. */
export default answer(exportCalendar, async ({ event, scope, query }) => {
  const made = await inThread('exportCalendar', scope, { circle: query.circle }, AT_DESK)
  sendsFile(event, 'text/calendar; charset=utf-8', 'circles.ics')
  return made
})
