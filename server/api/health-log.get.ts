import { healthLogOf } from '../database/healthLog'
import { readHealthLog } from '../../core/contract/practice'
import { answer } from '../http/answer'

export default answer(readHealthLog, ({ scope, query }) => healthLogOf(scope, query))
