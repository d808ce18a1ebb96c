import { readScreen } from '../../../core/contract/watch'
import { answerScreen } from '../../http/answer'
import { IN_CLASS, inThread } from '../../threads/inThread'

export default answerScreen(readScreen, ({ scope, screen: { meetingId, withNames, own, endsAt } }) =>
  inThread('readScreen', scope, { id: meetingId, withNames, own, endsAt: endsAt.toISOString() }, IN_CLASS),
)
