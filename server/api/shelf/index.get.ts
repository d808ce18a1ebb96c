import { shelfOf } from '../../database/shelf'
import { readShelf } from '../../../core/contract/shelf'
import { answer } from '../../http/answer'

export default answer(readShelf, ({ scope }) => shelfOf(scope))
