import type { Message } from '../../core/lead/message'
import type { OutcomeEvent } from '../../core/lead/outcome'
import { addAccident } from '../database/accidents'
import { arrivalsOf, everybodyIn, saveArrival, saveHandChoice, saveSeating } from '../database/arrivals'
import { circleById } from '../database/circles'
import { meetingById } from '../database/meetings'
import { notValid } from '../http/refuse'
import { appendClassEvents, appendOutcomes } from '../database/outcomes'
import { requireOwn, type Acting } from '../database/rows'
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
      return keepOutcomes(acting, meetingId, message.outcomes)
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

/** Clocks of devices differ a little; a note from further ahead is no note of this class. */
const AHEAD_MINUTES = 5

/** @throws where somebody is noted who is not in the meeting, or a note is stamped in the future; then none is kept */
async function keepOutcomes(acting: Acting, meetingId: string, outcomes: OutcomeEvent[]): Promise<void> {
  await requireOwn(
    acting,
    'participants',
    outcomes.map((outcome) => outcome.participant),
  )
  const { circleId } = await meetingById(acting, meetingId)
  const { members } = await circleById(acting, circleId)
  const [{ ids }, arrivals] = await Promise.all([
    everybodyIn(acting, meetingId, members),
    arrivalsOf(acting, meetingId),
  ])
  const someCame = Object.values(arrivals).some((arrival) => arrival.came)
  const latest = Date.now() + AHEAD_MINUTES * 60_000
  const wrong = Object.fromEntries(
    outcomes.flatMap(({ participant, at }, index): [string, string][] => {
      const isThere = ids.includes(participant) && !(someCame && arrivals[participant]?.came === false)
      return [
        ...(isThere ? [] : [[`outcomes.${index}.participant`, 'They were not in this class.'] as [string, string]]),
        ...(at <= latest ? [] : [[`outcomes.${index}.at`, 'A note cannot be of later than now.'] as [string, string]]),
      ]
    }),
  )
  if (Object.keys(wrong).length > 0) throw notValid(wrong, 'A note of this class cannot be kept as it is.')
  await appendOutcomes(acting, meetingId, outcomes)
}
