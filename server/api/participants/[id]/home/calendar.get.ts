import { homeCalendar } from '../../../../../core/formats/calendar'
import { calendarAtHome } from '../../../../services/homeOf'
import { readHomeCalendar } from '../../../../../core/contract/homePractice'
import { answer, sendsFile } from '../../../../http/answer'

export default answer(readHomeCalendar, async ({ event, scope, params }) => {
  const calendar = await calendarAtHome(scope, params.id, new Date())
  sendsFile(event, 'text/calendar; charset=utf-8', 'at-home.ics')
  return homeCalendar(calendar)
})
