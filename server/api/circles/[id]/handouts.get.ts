import { readCircleHandouts } from '../../../../core/contract/homePractice'
import { answer, sendsFile } from '../../../http/answer'
import { inThread, WHOLE_CIRCLE } from '../../../threads/inThread'

export default answer(readCircleHandouts, async ({ event, scope, params, account }) => {
  const by = { practiceName: account.practiceName, writtenBy: account.name }
  const made = await inThread('readCircleHandouts', scope, { id: params.id, ...by }, WHOLE_CIRCLE)
  sendsFile(event, 'application/zip', 'at-home.zip')
  return made
})
