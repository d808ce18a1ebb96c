import { meetingsOf } from '../../database/meetings'
import { mayOpen } from '../../session/helperMeetings'
import { readMeetings } from '../../../core/contract/meetings'
import { answer } from '../../http/answer'

export default answer(readMeetings, async ({ scope, account }) => {
  const now = new Date()
  return (await meetingsOf(scope)).filter((meeting) => mayOpen(account, meeting, now))
})
