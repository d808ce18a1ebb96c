import type { Participant } from '../../core/offer/participant'
import type { Role } from '../database/accounts'

/** Lists and profiles: a helper sees no considerations at all. */
export function inLists(participant: Participant, role: Role): Participant {
  return role === 'lead' ? participant : { ...participant, birthYear: null, considerations: [] }
}

/** In a meeting a helper sees what today needs: what holds and on which side, without notes or who cleared it. */
export function inMeeting(participant: Participant, role: Role): Participant {
  if (role === 'lead') return participant
  const considerations = participant.considerations.map(({ consideration, side, clearedBy }) => ({ consideration, side, clearedBy: clearedBy === '' ? '' : 'a clinician', note: '' }))
  return { ...participant, considerations }
}
