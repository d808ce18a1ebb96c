import { saveOnShelf as storeOnShelf } from '../../database/shelf'
import { saveOnShelf } from '../../../core/contract/shelf'
import { answer } from '../../http/answer'

export default answer(saveOnShelf, ({ scope, params, body: { version, ...fields } }) =>
  storeOnShelf(scope, params.id, version, fields),
)
