import { holidaysOf, removeHoliday } from '../../database/calendar'
import { idOf } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  await removeHoliday(db, practiceId, idOf(event))
  return holidaysOf(db, practiceId)
})
