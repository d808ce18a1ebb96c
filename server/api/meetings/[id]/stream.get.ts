import type { EventStreamMessage } from 'h3'
import { follow, tell } from '../../../live/following'
import { isSessionOpen } from '../../../database/sessions'
import { lines, telling } from '../../../live/lines'
import { followMeeting } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

/** Often enough that nothing between here and there takes the silence for an end, and clocks are kept together. */
const HEARTBEAT_MS = 15_000

export default answer(followMeeting, async ({ event, scope, session, params, query }) => {
  const end = lines.take(session, () => stream.close())
  event.node.res.once('close', end)
  const stream = createEventStream(event)
  const say = telling<EventStreamMessage>(stream)
  // A line that broke says itself how far it had heard.
  const heard = Number(getHeader(event, 'last-event-id') ?? NaN)
  const since = Number.isSafeInteger(heard) ? heard : query.since
  const unfollow = await follow(scope, { meetingId: params.id, since }, (said) =>
    say({ id: String(said.upTo), event: 'said', data: JSON.stringify(said) }),
  )
  const beat = () => {
    say({ event: 'clock', data: String(Date.now()) })
    tell(scope, params.id)
    // A session that ran out, or that another server has ended. A database that is away ends none.
    isSessionOpen(scope.db, session).then(
      (isOpen) => (isOpen ? undefined : stream.close()),
      () => undefined,
    )
  }
  const heart = setInterval(beat, HEARTBEAT_MS)
  stream.onClosed(() => {
    clearInterval(heart)
    unfollow()
  })
  beat()
  return stream.send()
})
