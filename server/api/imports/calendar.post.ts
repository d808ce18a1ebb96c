import { importCalendar } from '../../../core/contract/practice'
import { answer } from '../../http/answer'
import { inThread, LOOKING, WRITING } from '../../threads/inThread'

/** Says event by event what a calendar file would do and, with `commit`, does it. */
export default answer(importCalendar, ({ scope, body }) =>
  inThread('importCalendar', scope, body, body.commit ? WRITING : LOOKING),
)
