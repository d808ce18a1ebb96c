import { meetingById } from '../../../database/meetings'
import { follow } from '../../../live/broadcast'
import { followMeeting } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

/** Often enough that nothing between here and there takes the silence for an end. */
const HEARTBEAT_MS = 20_000

export default answer(followMeeting, async ({ event, scope, params }) => {
  const { id } = await meetingById(scope, params.id)
  const stream = createEventStream(event)
  const beat = () => void stream.push({ event: 'clock', data: String(Date.now()) })
  const unfollow = follow(id, (said) => void stream.push({ event: 'message', data: JSON.stringify(said) }))
  const heart = setInterval(beat, HEARTBEAT_MS)
  stream.onClosed(() => {
    clearInterval(heart)
    unfollow()
  })
  beat()
  return stream.send()
})
