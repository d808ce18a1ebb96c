import type { Letter } from '../../core/lead/message'

type Listener = (letter: Letter) => void

/** Screens that follow a meeting, by its id: this server is one process, so they are all here. */
const listeners = new Map<string, Set<Listener>>()

/** Hands a letter that was stored to every screen that follows its meeting. */
export function tell(meetingId: string, letter: Letter): void {
  for (const listener of listeners.get(meetingId) ?? []) listener(letter)
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
