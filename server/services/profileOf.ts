import { subDays } from 'date-fns'
import type { Profile } from '../../core/contract/records'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { ledgerOf } from '../database/ledger'
import { measuresOf, sameDayPairs } from '../database/measures'
import { participantById } from '../database/people'
import { lastCame, personMeetings } from '../database/personHistory'
import type { Acting } from '../database/rows'
import { screeningsOf } from '../database/screenings'
import { memoriesOf } from './memoryOf'
import { tierStepOf } from './tierSteps'

const SIX_WEEKS_DAYS = 42
const SHOWN_MOVES = 6

/** Everything that a profile is read from. */
export async function profileOf(acting: Acting, id: string, now: Date): Promise<Profile> {
  const catalogue = await linkedCatalogue(acting)
  const [stored, memories] = await Promise.all([
    participantById(acting, id),
    memoriesOf(acting, [id], now.toISOString(), catalogue),
  ])
  const person = { ...stored, remembered: memories.get(id) ?? [] }
  const [measures, pairs, meetings, last, screenings, ledger, tierStep] = await Promise.all([
    measuresOf(acting, [person.id]),
    sameDayPairs(acting),
    personMeetings(acting, person.id, subDays(now, SIX_WEEKS_DAYS).toISOString()),
    lastCame(acting, person.id),
    screeningsOf(acting, person.id),
    ledgerOf(acting, { participantId: person.id }),
    tierStepOf(acting, person, catalogue),
  ])
  const moves = ledger
    .filter((entry) => entry.fromLevel !== entry.toLevel || entry.answer !== 'accepted' || entry.words !== '')
    .slice(0, SHOWN_MOVES)
  return {
    person,
    measures: measures.get(person.id) ?? [],
    pairs,
    meetings,
    lastCame: last,
    screenings,
    moves,
    tierStep,
  }
}
