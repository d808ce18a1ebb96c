import { isSessionOpen } from '../../../database/sessions'
import { followMeeting } from '../../../../core/contract/meetings'
import { answer, noteLook } from '../../../http/answer'
import { followBeating } from '../../../live/followBeating'

export default answer(followMeeting, async ({ event, scope, session, params, query }) => {
  // A line that broke says itself how far it had heard.
  const heard = Number(getHeader(event, 'last-event-id') ?? NaN)
  await noteLook(scope, followMeeting.notes, params)
  return followBeating(event, scope, {
    line: session,
    meetingId: params.id,
    since: Number.isSafeInteger(heard) ? heard : query.since,
    isOpen: () => isSessionOpen(scope.db, session),
    saying: (said) => ({ id: String(said.upTo), event: 'said', data: JSON.stringify(said) }),
  })
})
