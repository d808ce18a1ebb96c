import { ledgerOf } from '../../../database/ledger'
import { meetingById } from '../../../database/meetings'
import { notValid, refusal } from '../../../http/refuse'
import { AnsweredMeanwhile, ProposedOtherwise, settleDecisions, WrongAnswers } from '../../../services/settleDecisions'
import { decide } from '../../../../core/contract/reflection'
import { answer } from '../../../http/answer'

export default answer(decide, async ({ scope, params, body }) => {
  const { id } = await meetingById(scope, params.id)
  try {
    await settleDecisions(scope, id, body.answers)
  } catch (error) {
    if (error instanceof WrongAnswers) throw notValid(error.fields)
    if (error instanceof AnsweredMeanwhile) throw refusal(409, 'answered-meanwhile', error.message)
    if (error instanceof ProposedOtherwise) throw refusal(409, 'proposed-otherwise', error.message)
    throw error
  }
  return ledgerOf(scope, { meetingId: id })
})
