import type { Role } from '../../core/contract/account'
import type { Participant } from '../../core/offer/participant'

/** Lists and profiles: a helper sees no considerations at all. */
export function inLists(participant: Participant, role: Role): Participant {
  if (role === 'lead') return participant
  const nothing = { considerations: [], remembered: [], flares: [], usualPain: null }
  return { ...participant, birthYear: null, emergencyContact: '', ...nothing }
}

/** In a meeting a helper sees what today needs: what holds and on which side, without notes or who cleared it. */
export function inMeeting(participant: Participant, role: Role): Participant {
  if (role === 'lead') return participant
  const considerations = participant.considerations.map((own) => ({
    ...own,
    clearedBy: own.clearedBy === '' ? '' : 'a clinician',
    clearedOn: null,
    clearedFor: '',
    note: '',
  }))
  return { ...participant, considerations }
}
