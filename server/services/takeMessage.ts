import type { Message } from '../../core/lead/message'
import { addAccident } from '../database/accidents'
import { saveArrival, saveHandChoice, saveSeating } from '../database/arrivals'
import { appendClassEvents, appendOutcomes } from '../database/outcomes'
import type { Acting } from '../database/rows'
import { broadcast } from '../live/broadcast'

/**
 * Keeps what is said in a meeting and hands it to every screen that follows; sent twice, it is kept once. An accident
 * is
 * for leads, and no screen hears of it.
 */
export async function takeMessage(acting: Acting, meetingId: string, message: Message): Promise<void> {
  await keep(acting, meetingId, message)
  if (message.kind !== 'accident') broadcast(meetingId, message)
}

function keep(acting: Acting, meetingId: string, message: Message): Promise<void> {
  switch (message.kind) {
    case 'outcomes':
      return appendOutcomes(acting, meetingId, message.outcomes)
    case 'events':
      return appendClassEvents(acting, meetingId, message.events)
    case 'arrivals':
      return saveArrival(acting, meetingId, message.participant, message.arrival)
    case 'choices':
      return saveHandChoice(acting, meetingId, message.choice)
    case 'seating':
      return saveSeating(acting, meetingId, message.seating)
    case 'accident':
      return addAccident(acting, meetingId, message.report)
  }
}
