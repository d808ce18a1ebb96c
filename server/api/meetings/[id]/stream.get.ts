import type { EventStreamMessage } from 'h3'
import { follow, tell } from '../../../live/following'
import { Lines, telling } from '../../../live/lines'
import { followMeeting } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

/** Often enough that nothing between here and there takes the silence for an end, and clocks are kept together. */
const HEARTBEAT_MS = 15_000

const lines = new Lines()

export default answer(followMeeting, async ({ event, scope, params, query }) => {
  const end = lines.take()
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
  }
  const heart = setInterval(beat, HEARTBEAT_MS)
  stream.onClosed(() => {
    clearInterval(heart)
    unfollow()
  })
  beat()
  return stream.send()
})
