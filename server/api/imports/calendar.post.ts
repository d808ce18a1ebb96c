import { readInCalendar } from '../../services/readInCalendar'
import { importCalendar } from '../../../core/contract/practice'
import { answer } from '../../http/answer'

/** Says event by event what a calendar file would do and, with `commit`, does it. */
export default answer(importCalendar, ({ scope, body }) => readInCalendar(scope, body))
