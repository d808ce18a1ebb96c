import { readSession } from '~~/core/contract/session'
import { followMeeting } from '~~/core/contract/meetings'
import { Said } from '~~/core/lead/message'
import { z } from 'zod'
import { isSignedOut } from './signedOut'

/** What is heard of a meeting: what was said, the server's clock, or that the line is down. */
export type Heard = { kind: 'said'; said: Said } | { kind: 'clock'; now: number } | { kind: 'cut' }

const Passed = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('said'), said: Said }),
  z.object({ kind: z.literal('clock'), now: z.number() }),
  z.object({ kind: z.literal('cut') }),
])

/** The server's heart beats every 15 s: after three beats that did not come, the line is down. */
const SILENT_MS = 45_000
const FIRST_RETRY_MS = 300
const LAST_RETRY_MS = 5_000

interface Followed {
  meetingId: string
  /** The last place of the meeting's order that is known here. */
  since: () => number
  heard: (heard: Heard) => void
}

/**
 * Follows a meeting over one line for all windows of this browser that follow it: the first holds the line and passes
 * on what it hears; when it is closed, or crashes, the next one takes over. A browser has six lines to a server, and
 * its windows need them for other things.
 *
 * @returns a function that ends it
 */
export function followShared({ meetingId, since, heard }: Followed): () => void {
  const ended = new AbortController()
  const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel(`meeting ${meetingId}`) : undefined
  channel?.addEventListener('message', ({ data }) => {
    const passed = Passed.safeParse(data)
    if (passed.success) heard(passed.data)
  })
  const hold = () =>
    holdLine({ meetingId, since, heard: (what) => (heard(what), channel?.postMessage(what)) }, ended.signal)
  if (navigator.locks)
    navigator.locks.request(`line ${meetingId}`, { signal: ended.signal }, hold).catch(() => undefined)
  else void hold()
  return () => {
    ended.abort()
    channel?.close()
  }
}

/** Holds a line to the server until it is ended, taking it up again whenever it breaks or falls silent. */
function holdLine({ meetingId, since, heard }: Followed, ended: AbortSignal): Promise<void> {
  return new Promise((done) => {
    let line: EventSource | undefined
    let timer: ReturnType<typeof setTimeout> | undefined
    let waitMs = FIRST_RETRY_MS
    const close = () => {
      clearTimeout(timer)
      line?.close()
    }
    const broken = () => {
      close()
      if (ended.aborted) return
      heard({ kind: 'cut' })
      // A session that is over says nothing through a line that cannot be taken up.
      call(readSession, { patienceMs: FIRST_RETRY_MS * 10 }).then(
        ({ account }) => (isSignedOut.value = account === null),
        () => undefined,
      )
      // Screens that lost the same server do not all come back in the same moment.
      timer = setTimeout(open, waitMs * (0.5 + Math.random()))
      waitMs = Math.min(LAST_RETRY_MS, waitMs * 2)
    }
    const alive = () => {
      clearTimeout(timer)
      timer = setTimeout(broken, SILENT_MS)
      waitMs = FIRST_RETRY_MS
    }
    function open(): void {
      clearTimeout(timer)
      line = new EventSource(`${addressOf(followMeeting, { id: meetingId })}?since=${since()}`)
      timer = setTimeout(broken, SILENT_MS)
      line.addEventListener('said', ({ data }: MessageEvent<string>) => {
        alive()
        const said = Said.safeParse(JSON.parse(data))
        if (said.success) heard({ kind: 'said', said: said.data })
      })
      line.addEventListener('clock', ({ data }: MessageEvent<string>) => {
        alive()
        heard({ kind: 'clock', now: Number(data) })
      })
      line.addEventListener('error', broken)
    }
    ended.addEventListener('abort', () => (close(), done()), { once: true })
    open()
  })
}
