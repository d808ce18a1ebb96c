import { importMeasures } from '../../../core/contract/practice'
import { answer } from '../../http/answer'
import { inThread, LOOKING, WRITING } from '../../threads/inThread'

/** A spreadsheet of results: row by row what it would do and, with `commit`, done. */
export default answer(importMeasures, ({ scope, body }) =>
  inThread('importMeasures', scope, body, body.commit ? WRITING : LOOKING),
)
