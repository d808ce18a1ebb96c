import { ledgerOf } from '../../../../../database/ledger'
import { refusal } from '../../../../../http/refuse'
import { CannotWalkBack, walkBack as takeBack } from '../../../../../services/walkBack'
import { walkBack } from '../../../../../../core/contract/people'
import { answer } from '../../../../../http/answer'

export default answer(walkBack, async ({ scope, params, body }) => {
  try {
    await takeBack(scope, params.id, params.entry, body.reason)
  } catch (error) {
    if (error instanceof CannotWalkBack) throw refusal(409, 'decided-since', error.message)
    throw error
  }
  return ledgerOf(scope, { participantId: params.id })
})
