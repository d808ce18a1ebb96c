import { readLaneFile } from '../../../../../core/contract/watch'
import { answer, sendsFile } from '../../../../http/answer'
import { accessed } from '../../../../session/accessed'
import { meetingById } from '../../../../database/meetings'
import { IN_CLASS, inThread } from '../../../../threads/inThread'

export default answer(readLaneFile, async ({ event, scope, params, account }) => {
  const { id, plan } = await meetingById(scope, params.id)
  const made = await inThread('readLaneFile', scope, { id, participant: params.person, leads: account.name }, IN_CLASS)
  await accessed({ event, db: scope.db }, 'made a file of a lane', account, plan.title)
  sendsFile(event, 'text/html; charset=utf-8', 'class-at-home.html')
  return made
})
