import { readCircleLookBack } from '../../../../core/contract/circles'
import { answer } from '../../../http/answer'
import { AT_DESK, inThread } from '../../../threads/inThread'

/** A circle over the last 4, 12, 26 or 52 weeks. */
export default answer(readCircleLookBack, ({ scope, params, query }) =>
  inThread('readCircleLookBack', scope, { id: params.id, weeks: query.weeks }, AT_DESK),
)
