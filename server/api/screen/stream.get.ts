import { followScreen } from '../../../core/contract/watch'
import { sequenceOf } from '../../database/order'
import { isScreenOpen } from '../../database/screenPasses'
import { answerScreen } from '../../http/answer'
import { followBeating } from '../../live/followBeating'

export default answerScreen(followScreen, async ({ event, scope, screen }) =>
  followBeating(event, scope, {
    line: screen.id,
    meetingId: screen.meetingId,
    // What was missed is in the view that a screen reads once it hears.
    since: await sequenceOf(scope, screen.meetingId),
    isOpen: () => isScreenOpen(scope.db, screen.id),
    // What is noted of people is not shown, and nobody hears of it.
    saying: ({ messages }) =>
      messages.some(({ kind }) => kind !== 'outcomes') ? { event: 'changed', data: '' } : null,
  }),
)
