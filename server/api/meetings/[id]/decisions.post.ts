import { z } from 'zod'
import { isEasing } from '../../../../core/reflect/decide'
import { LedgerAnswer, ledgerOf, settleDecisions } from '../../../database/ledger'
import { meetingById } from '../../../database/meetings'
import { idOf, readInput } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

const Sent = z.object({ answers: z.array(LedgerAnswer).max(500) }).superRefine(({ answers }, context) => {
  answers.forEach((answer, index) => {
    const refusesEase = isEasing(answer.proposed) && answer.answer !== 'accepted' && answer.toLevel >= answer.fromLevel
    if (refusesEase && answer.reason.trim() === '') {
      context.addIssue({
        code: 'custom',
        path: ['answers', index, 'reason'],
        message: 'Say in a few words why this is not eased.',
      })
    }
  })
})

export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const { answers } = await readInput(event, Sent)
  await settleDecisions(db, practiceId, id, answers, account.id)
  return ledgerOf(db, practiceId, { meetingId: id })
})
