import { readMadeUp } from '../../core/contract/practice'
import { madeUpOf } from '../database/madeUp'
import { answer } from '../http/answer'

export default answer(readMadeUp, ({ scope }) => madeUpOf(scope))
