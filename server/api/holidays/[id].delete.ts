import { holidaysOf, removeHoliday } from '../../database/calendar'
import { idOf } from '../../session/readInput'
import { leadRoute } from '../../session/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  await removeHoliday(db, practiceId, idOf(event))
  return holidaysOf(db, practiceId)
})
