import { calendarView } from '../services/calendarView'
import { readCalendar } from '../../core/contract/circles'
import { answer } from '../http/answer'

export default answer(readCalendar, ({ scope }) => calendarView(scope, new Date()))
