import type { ClassEvent } from './classEvent'
import { inOrder } from './inOrder'

/** What is said of people, not of the clock: it holds under whichever start it was said. */
const OF_PEOPLE: readonly ClassEvent['event'][] = ['tier', 'leave', 'return']

/**
 * What counts of a class, in order: its start, what was pressed under it, and what was said of people. Of several
 * starts the one that the server got first stands, so two devices that led without it come to the same class; a start
 * that was taken back, and all before a reset that names none, is gone.
 *
 * @param events in any order; events with the same id count once
 * @example
 * standingEvents([{ id: 'e', at: 0, event: 'start', script }, { id: 'f', at: 1, event: 'reset' }]) // []
 */
export function standingEvents(events: readonly ClassEvent[]): ClassEvent[] {
  const ordered = inOrder(events)
  const whole = ordered.findLastIndex((event) => event.event === 'reset' && !event.under)
  const live = ordered.slice(whole + 1)
  const takenBack = new Set(live.flatMap((event) => (event.event === 'reset' ? [event.under] : [])))
  const start = firstReceived(live.filter((event) => event.event === 'start' && !takenBack.has(event.id)))
  return live.filter((event) => {
    if (event.event === 'reset') return false
    if (event.event === 'start') return event === start
    if (!event.under || event.under === start?.id) return true
    return OF_PEOPLE.includes(event.event) && !takenBack.has(event.under)
  })
}

function firstReceived(starts: readonly ClassEvent[]): ClassEvent | undefined {
  return starts.toSorted((a, b) => (a.sequence ?? Infinity) - (b.sequence ?? Infinity) || 0)[0]
}
