import { calendarView } from '../services/calendarView'
import { readCalendar } from '../../core/contract/circles'
import { answer } from '../http/answer'

export default answer(readCalendar, async ({ scope, account }) => {
  const view = await calendarView(scope, new Date())
  // What is said of who waits is for leads.
  return account.role === 'lead' ? view : { ...view, waiting: view.waiting.map((one) => ({ ...one, note: '' })) }
})
