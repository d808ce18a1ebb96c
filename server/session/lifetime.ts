import { addHours, addMinutes, addSeconds, max, min } from 'date-fns'
import { secondsInDay, secondsInHour } from 'date-fns/constants'
import type { Role } from '../../core/contract/account'

/**
 * How long somebody stays signed in: without doing anything, and at most. A lead comes back to a weekly class on a
 * device of their own; a helper leaves a shared tablet behind. See docs/decisions/sessions.md.
 */
const LIFETIMES: Record<Role, { idleSeconds: number; longestSeconds: number }> = {
  lead: { idleSeconds: 8 * secondsInDay, longestSeconds: 30 * secondsInDay },
  helper: { idleSeconds: secondsInHour, longestSeconds: 12 * secondsInHour },
}
/** The browser forgets what it carries after the longest of them; the server ends it earlier. */
export const COOKIE_SECONDS = 31 * secondsInDay
/** Nobody is sent away so long after a class was to end: things are put away, and it is looked back on. */
const AFTER_CLASS_HOURS = 2

/** A class as far as sessions go: when it was to begin, when it began, and how long it was to take. */
export interface ClassHours {
  startsAt: Date
  /** Null: it has not begun. */
  begunAt: Date | null
  minutes: number
}

/** What there is of a session to be judged by. */
interface Lasting {
  role: Role
  madeAt: Date
  seenAt: Date
}

/** When a session ends where no class is on: its idle end or its last, whichever comes first. */
export function plainEndOf({ role, madeAt, seenAt }: Lasting): Date {
  const { idleSeconds, longestSeconds } = LIFETIMES[role]
  return min([addSeconds(seenAt, idleSeconds), addSeconds(madeAt, longestSeconds)])
}

/**
 * When a session ends: never between the start of a class and two hours past its planned end. One that was over before
 * a class began stays over.
 */
export function endOf(session: Lasting, classes: readonly ClassHours[]): Date {
  const kept = classes
    .map(({ startsAt, begunAt, minutes }) => {
      const moments = [startsAt, begunAt ?? startsAt]
      return { from: min(moments), until: addHours(addMinutes(max(moments), minutes), AFTER_CLASS_HOURS) }
    })
    .toSorted((a, b) => a.from.getTime() - b.from.getTime())
  return kept.reduce((end, { from, until }) => (from <= end && end < until ? until : end), plainEndOf(session))
}
