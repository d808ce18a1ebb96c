import type { Role } from '../../core/contract/account'
import type { Catalogue } from '../../core/catalogue/catalogue'
import { Participant } from '../../core/offer/participant'

/** Lists and profiles: a helper sees a name, where somebody works, and whether they were screened. */
export function inLists(participant: Participant, role: Role): Participant {
  if (role === 'lead') return participant
  const { id, version, name, homeTier, joins, screenedOn } = participant
  const fields = { name, homeTier, joins, birthYear: null, sex: 'unsaid', heightCm: null, pace: 'usual' }
  const nothing = { considerations: [], levels: [], ranges: [], dials: [], visiting: null, leftOut: [] }
  const access = { bed: 'no', chair: 'no', standing: 'no', floor: 'no', [homeTier]: 'yes' }
  return Participant.parse({ ...fields, ...nothing, access, id, version, screenedOn })
}

/**
 * One person who is to be measured: their height besides, from which some results follow, and what limits their effort,
 * so that nobody is asked to press harder.
 */
export function toMeasure(participant: Participant, role: Role, { considerations }: Catalogue): Participant {
  if (role === 'lead') return participant
  const limiting = participant.considerations.filter(
    ({ consideration }) => considerations.get(consideration)?.effortAtMost !== undefined,
  )
  const { heightCm } = participant
  return { ...inLists(participant, role), heightCm, considerations: limiting.map(withoutNotes) }
}

/** What holds and on which side, without notes and without who cleared it. */
function withoutNotes(own: Participant['considerations'][number]): Participant['considerations'][number] {
  return { ...own, clearedBy: own.clearedBy === '' ? '' : 'a clinician', clearedOn: null, clearedFor: '', note: '' }
}

/**
 * In a meeting a helper sees what today needs: what holds and on which side, without notes, who cleared it, or what
 * somebody comes for.
 */
export function inMeeting(participant: Participant, role: Role): Participant {
  if (role === 'lead') return participant
  const considerations = participant.considerations.map(withoutNotes)
  return { ...participant, considerations, comesFor: [], rangeGaps: [] }
}
