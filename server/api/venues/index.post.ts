import { addVenue as storeVenue } from '../../database/circles'
import { addVenue } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(addVenue, ({ scope, body }) => storeVenue(scope, body))
