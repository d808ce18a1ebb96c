import { readLetter } from '../../../../../core/contract/records'
import { answer, sendsFile } from '../../../../http/answer'
import { AT_DESK, inThread } from '../../../../threads/inThread'

export default answer(readLetter, async ({ event, scope, params, account }) => {
  const made = await inThread('readLetter', scope, { ...params, practiceName: account.practiceName }, AT_DESK)
  sendsFile(event, 'application/pdf', 'letter.pdf', 'inline')
  return made
})
