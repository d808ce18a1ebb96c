import { meetingById } from '../../../database/meetings'
import { follow } from '../../../live/follow'
import { idOf } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

/** Often enough that nothing between here and there takes the silence for an end. */
const HEARTBEAT_MS = 20_000

/** Everything that is said in a meeting from now on, as server-sent events; first the server's clock. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const stream = createEventStream(event)
  const beat = () => void stream.push({ event: 'clock', data: String(Date.now()) })
  const unfollow = follow(id, (letter) => void stream.push({ event: 'letter', data: JSON.stringify(letter) }))
  const heart = setInterval(beat, HEARTBEAT_MS)
  stream.onClosed(() => {
    clearInterval(heart)
    unfollow()
  })
  beat()
  return stream.send()
})
