import { HolidayFields } from '../../../core/room/series'
import { addHoliday, holidaysOf } from '../../database/calendar'
import { readInput } from '../../session/readInput'
import { leadRoute } from '../../session/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  await addHoliday(db, practiceId, await readInput(event, HolidayFields))
  return holidaysOf(db, practiceId)
})
