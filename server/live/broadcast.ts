import type { Broadcast } from '../../core/lead/message'

type Listener = (said: Broadcast) => void

/** Screens that follow a meeting, by its id: this server is one process, so they are all here. */
const listeners = new Map<string, Set<Listener>>()

/** Hands what was stored to every screen that follows its meeting. */
export function broadcast(meetingId: string, said: Broadcast): void {
  for (const listener of listeners.get(meetingId) ?? []) listener(said)
}

/** Follows a meeting; the answer ends it. */
export function follow(meetingId: string, listener: Listener): () => void {
  const known = listeners.get(meetingId) ?? new Set()
  listeners.set(meetingId, known.add(listener))
  return () => {
    known.delete(listener)
    if (known.size === 0) listeners.delete(meetingId)
  }
}
