import { importPeople } from '../../../core/contract/practice'
import { answer } from '../../http/answer'
import { inThread, LOOKING, WRITING } from '../../threads/inThread'

/** A spreadsheet of people: row by row what it would do and, with `commit`, done. */
export default answer(importPeople, ({ scope, body }) =>
  inThread('importPeople', scope, body, body.commit ? WRITING : LOOKING),
)
