import { readHandout } from '../../../../../core/contract/homePractice'
import { answer, sendsFile } from '../../../../http/answer'
import { AT_DESK, inThread } from '../../../../threads/inThread'

export default answer(readHandout, async ({ event, scope, params, account }) => {
  const by = { practiceName: account.practiceName, writtenBy: account.name }
  const made = await inThread('readHandout', scope, { id: params.id, ...by }, AT_DESK)
  sendsFile(event, 'application/pdf', 'at-home.pdf', 'inline')
  return made
})
