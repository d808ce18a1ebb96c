import { addToShelf as putOnShelf } from '../../database/shelf'
import { addToShelf } from '../../../core/contract/shelf'
import { answer } from '../../http/answer'

export default answer(addToShelf, ({ scope, body }) => putOnShelf(scope, body))
