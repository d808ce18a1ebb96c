import { HolidayFields } from '../../../core/calendar/series'
import { addHoliday, holidaysOf } from '../../database/calendar'
import { readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  await addHoliday(db, practiceId, await readInput(event, HolidayFields))
  return holidaysOf(db, practiceId)
})
