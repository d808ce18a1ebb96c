import { readAccessLog } from '../../core/contract/access'
import { accessLogOf } from '../database/accessLog'
import { answer } from '../http/answer'

export default answer(readAccessLog, ({ scope, query }) => accessLogOf(scope, query.before))
