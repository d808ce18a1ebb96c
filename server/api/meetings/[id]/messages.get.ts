import { saidSince } from '../../../database/order'
import { readSaid } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(readSaid, ({ scope, params, query }) => saidSince(scope, params.id, query.since))
