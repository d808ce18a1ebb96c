import { addHoliday as storeHoliday, holidaysOf } from '../../database/calendar'
import { addHoliday } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(addHoliday, async ({ scope, body }) => {
  await storeHoliday(scope, body)
  return holidaysOf(scope)
})
