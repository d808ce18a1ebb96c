import { ledgerOf } from '../../../../database/ledger'
import { participantById } from '../../../../database/people'
import { readLedger } from '../../../../../core/contract/people'
import { answer } from '../../../../http/answer'

export default answer(readLedger, async ({ scope, params }) => {
  const { id } = await participantById(scope, params.id)
  return ledgerOf(scope, { participantId: id })
})
