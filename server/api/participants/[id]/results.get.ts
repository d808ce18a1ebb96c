import { readResults } from '../../../../core/contract/records'
import { answer, sendsFile } from '../../../http/answer'
import { AT_DESK, inThread } from '../../../threads/inThread'

export default answer(readResults, async ({ event, scope, params, account }) => {
  const made = await inThread('readResults', scope, { id: params.id, practiceName: account.practiceName }, AT_DESK)
  sendsFile(event, 'application/pdf', 'how-it-is-going.pdf', 'inline')
  return made
})
