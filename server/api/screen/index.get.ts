import { readScreen } from '../../../core/contract/watch'
import { answerScreen } from '../../http/answer'
import { IN_CLASS, inThread } from '../../threads/inThread'

export default answerScreen(readScreen, ({ scope, screen: { meetingId, withNames, endsAt } }) =>
  inThread('readScreen', scope, { id: meetingId, withNames, endsAt: endsAt.toISOString() }, IN_CLASS),
)
