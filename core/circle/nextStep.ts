/** A meeting as far as what comes next depends on it. */
export interface MeetingAhead {
  id: string
  /** ISO 8601. */
  startsAt: string
  stage: 'prepare' | 'lead' | 'reflect' | 'settled'
  /** How many blocks are planned. */
  blocks: number
  calledOff: boolean
}

/** A date of a series for which no meeting is made yet. */
export interface DateAhead {
  seriesId: string
  /** ISO day, on the wall. */
  on: string
  startsAt: string
}

/** The one thing that comes next in a circle. */
export type NextStep<M extends MeetingAhead = MeetingAhead> =
  | { does: 'people' }
  | { does: 'lead' | 'gather' | 'reflect' | 'prepare' | 'wait'; meeting: M }
  | { does: 'make'; date: DateAhead; like: M | null }
  | { does: 'dates' }

/** So long after it was to start a class can still begin. */
const LATE_MS = 3 * 60 * 60 * 1000

/**
 * What comes next in a circle: whom to add, else the class that runs, the one of today, the one to look back on, the
 * one to prepare, the date to make one for from the last plan.
 *
 * @param meetings in any order
 * @param dates dates ahead without a meeting, the next one first
 * @param isToday whether a moment is of today, on the wall of the place
 * @source ours
 * @example
 * nextStep({ people: 0, meetings: [], dates: [] }, { now: 0, isToday: () => false, isLead: true }).does // 'people'
 */
export function nextStep<M extends MeetingAhead>(
  { people, meetings, dates }: { people: number; meetings: readonly M[]; dates: readonly DateAhead[] },
  { now, isToday, isLead }: { now: number; isToday: (startsAt: string) => boolean; isLead: boolean },
): NextStep<M> {
  const held = meetings.filter(({ calledOff }) => !calledOff).toSorted((a, b) => a.startsAt.localeCompare(b.startsAt))
  const at = ({ startsAt }: { startsAt: string }) => Date.parse(startsAt)
  const latest = (stage: MeetingAhead['stage']) => held.findLast((meeting) => meeting.stage === stage)
  const open = held.filter((meeting) => meeting.stage === 'prepare' && at(meeting) > now - LATE_MS)
  const begun = latest('lead')
  if (begun) return { does: 'lead', meeting: begun }
  if (people === 0 && isLead) return { does: 'people' }
  const today = open.find((meeting) => isToday(meeting.startsAt) && meeting.blocks > 0)
  if (today) return { does: 'gather', meeting: today }
  const toReflect = isLead ? latest('reflect') : undefined
  if (toReflect) return { does: 'reflect', meeting: toReflect }
  const [next] = open
  const [date] = dates
  if (next && (!date || at(next) <= at(date))) return { does: next.blocks > 0 ? 'wait' : 'prepare', meeting: next }
  if (!date) return { does: 'dates' }
  const like = held.findLast((meeting) => meeting.stage !== 'prepare' && meeting.blocks > 0) ?? null
  return { does: 'make', date, like }
}
