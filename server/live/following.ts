import type { Said } from '../../core/lead/message'
import { saidSince } from '../database/order'
import type { Scope } from '../database/rows'

/** A screen, and how far it has heard: each hears every part of the order once, whoever reads it for whom. */
interface Follower {
  hears: (said: Said) => unknown
  upTo: number
}

/** A meeting that screens follow here: all of them hear the same parts of its order, read once. */
interface Followed {
  scope: Scope
  followers: Set<Follower>
  /** How many more are about to follow: they are being read what they have missed. */
  coming: number
  /** As far as it was read for them. */
  upTo: number
  reading: Promise<void> | undefined
  isMore: boolean
}

const followed = new Map<string, Followed>()

/** Says that there is more in a meeting's order: every screen that follows it gets it, in order. */
export function tell(scope: Scope, meetingId: string): void {
  const meeting = followed.get(meetingId)
  if (!meeting) return
  meeting.scope = { db: scope.db, practiceId: scope.practiceId }
  void readOn(meetingId, meeting)
}

/** The meetings that screens follow here. */
export function followedMeetings(): string[] {
  return [...followed.keys()]
}

/** Another server says how far a meeting's order has come: where that is further than was heard here, it is read. */
export function cameTo(meetingId: string, sequence: number): void {
  const meeting = followed.get(meetingId)
  if (meeting && sequence > meeting.upTo) void readOn(meetingId, meeting)
}

/** Reads on until there is no more; told while it reads, it reads once more. */
function readOn(meetingId: string, meeting: Followed): Promise<void> {
  meeting.isMore = true
  return (meeting.reading ??= (async () => {
    while (meeting.isMore) {
      meeting.isMore = false
      const said = await saidSince(meeting.scope, meetingId, meeting.upTo)
      meeting.upTo = said.upTo
      for (const follower of [...meeting.followers]) await handOn(meetingId, meeting, { follower, said })
    }
  })()
    // A database that is away for a moment: what is missing is read with the next word, or when a screen comes back.
    .catch(() => undefined)
    .finally(() => (meeting.reading = undefined)))
}

/** Hands on what was read to a screen that has heard exactly what came before; another gets what it has not heard. */
async function handOn(
  meetingId: string,
  meeting: Followed,
  { follower, said }: { follower: Follower; said: Said },
): Promise<void> {
  if (follower.upTo >= said.upTo) return
  const part = follower.upTo === said.from ? said : await saidSince(meeting.scope, meetingId, follower.upTo)
  if (!meeting.followers.has(follower)) return
  follower.upTo = part.upTo
  follower.hears(part)
}

/**
 * Follows a meeting from a place of its order on: what was said since is heard at once, then whatever is said.
 *
 * @returns a function that ends it
 * @throws {NotFound} when the practice has no such meeting
 */
export async function follow(
  scope: Scope,
  { meetingId, since }: { meetingId: string; since: number },
  hears: Follower['hears'],
): Promise<() => void> {
  // Followed from before the reading on: of what is said meanwhile it hears by the usual way.
  const meeting = followed.get(meetingId) ?? opened(scope, meetingId, since)
  const gone = () => {
    if (meeting.followers.size + meeting.coming === 0 && followed.get(meetingId) === meeting) followed.delete(meetingId)
  }
  meeting.coming += 1
  const missed = await saidSince(scope, meetingId, since)
    .finally(() => (meeting.coming -= 1))
    .catch((error: unknown) => {
      gone()
      throw error
    })
  const follower = { hears, upTo: missed.upTo }
  hears(missed)
  if (meeting.followers.size === 0) meeting.upTo = Math.max(meeting.upTo, missed.upTo)
  meeting.followers.add(follower)
  // Others may be further: what was said while this one was read to is read once more.
  if (meeting.upTo > missed.upTo) void readOn(meetingId, meeting)
  return () => {
    meeting.followers.delete(follower)
    gone()
  }
}

function opened(scope: Scope, meetingId: string, upTo: number): Followed {
  const meeting: Followed = { scope, followers: new Set(), coming: 0, upTo, reading: undefined, isMore: false }
  followed.set(meetingId, meeting)
  return meeting
}
