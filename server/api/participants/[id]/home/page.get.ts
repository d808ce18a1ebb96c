import { readHomePage } from '../../../../../core/contract/homePractice'
import { answer, sendsFile } from '../../../../http/answer'
import { AT_DESK, inThread } from '../../../../threads/inThread'

/** The file that plays: what was done with it is given back by hand. */
export default answer(readHomePage, async ({ event, scope, params, account }) => {
  const by = { practiceName: account.practiceName, writtenBy: account.name, sendsTo: null }
  const made = await inThread('readHomePage', scope, { id: params.id, ...by }, AT_DESK)
  sendsFile(event, 'text/html; charset=utf-8', 'practice-at-home.html')
  return made
})
