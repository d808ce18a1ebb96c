import { createEventStream, type EventStreamMessage, type H3Event } from 'h3'
import type { Said } from '../../core/lead/message'
import type { Scope } from '../database/rows'
import { follow, tell } from './following'
import { lines, telling } from './lines'

/** Often enough that nothing between here and there takes the silence for an end, and clocks are kept together. */
const HEARTBEAT_MS = 15_000

/** A line over which somebody follows a meeting. */
interface Following {
  /** What it is of, a session or a screen: the line ends with it. */
  line: string
  meetingId: string
  /** The place of the meeting's order after which all is said. */
  since: number
  /** Whether what it is of still stands; asked with every beat. */
  isOpen: () => Promise<boolean>
  /** What is said for what was said in the meeting; null: nothing. */
  saying: (said: Said) => EventStreamMessage | null
}

/**
 * Holds a line to somebody who follows a meeting: what is said in it, and the server's clock.
 *
 * @throws 503 where too many are open; {NotFound} when the practice has no such meeting
 */
export async function followBeating(event: H3Event, scope: Scope, following: Following): Promise<void> {
  const { line, meetingId, since, isOpen, saying } = following
  const end = lines.take(line, () => stream.close())
  event.node.res.once('close', end)
  const stream = createEventStream(event)
  const say = telling<EventStreamMessage>(stream)
  const unfollow = await follow(scope, { meetingId, since }, (said) => {
    const message = saying(said)
    if (message) say(message)
  })
  const clock = () => say({ event: 'clock', data: String(Date.now()) })
  const beat = () => {
    clock()
    tell(scope, meetingId)
    // One that ran out, or that another server has ended. A database that is away ends none.
    isOpen().then(
      (stands) => (stands ? undefined : stream.close()),
      () => undefined,
    )
  }
  // Screens that came back together, as after a server that went, do not ask together ever after.
  let heart = setTimeout(function again() {
    beat()
    heart = setTimeout(again, HEARTBEAT_MS)
  }, Math.random() * HEARTBEAT_MS)
  stream.onClosed(() => {
    clearTimeout(heart)
    unfollow()
  })
  // It has just been asked whether it may, and read what it has missed.
  clock()
  return stream.send()
}
