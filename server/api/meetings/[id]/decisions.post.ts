import { ledgerOf } from '../../../database/ledger'
import { meetingById } from '../../../database/meetings'
import { notValid } from '../../../http/refuse'
import { settleDecisions, WrongAnswers } from '../../../services/settleDecisions'
import { decide } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(decide, async ({ scope, params, body }) => {
  const { id } = await meetingById(scope, params.id)
  try {
    await settleDecisions(scope, id, body.answers)
  } catch (error) {
    if (error instanceof WrongAnswers) throw notValid(error.fields)
    throw error
  }
  return ledgerOf(scope, { meetingId: id })
})
