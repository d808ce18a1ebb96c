import { meetingView } from '../../../services/meetingView'
import { inMeeting } from '../../../session/forRole'
import { readMeeting } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(readMeeting, async ({ scope, params, account }) => {
  const view = await meetingView(scope, params.id)
  return { ...view, people: view.people.map((person) => inMeeting(person, account.role)), now: Date.now() }
})
