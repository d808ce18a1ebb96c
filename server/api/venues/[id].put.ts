import { saveVenue as storeVenue } from '../../database/circles'
import { saveVenue } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(saveVenue, ({ scope, params, body }) => storeVenue(scope, params.id, body))
