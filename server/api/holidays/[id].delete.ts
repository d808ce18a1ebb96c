import { holidaysOf, removeHoliday as dropHoliday } from '../../database/calendar'
import { removeHoliday } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(removeHoliday, async ({ scope, params }) => {
  await dropHoliday(scope, params.id)
  return holidaysOf(scope)
})
