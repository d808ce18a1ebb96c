import { subDays } from 'date-fns'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { noteHealth } from '../../../database/healthLog'
import { ledgerOf } from '../../../database/ledger'
import { measuresOf, sameDayPairs } from '../../../database/measures'
import { participantById } from '../../../database/people'
import { datedOutcomes } from '../../../database/outcomes'
import { tierStepsOf } from '../../../database/tierSteps'
import { lastCame, personMeetings } from '../../../database/personHistory'
import { screeningsOf } from '../../../database/screenings'
import { idOf } from '../../../session/readInput'
import { leadRoute } from '../../../session/routes'

const SIX_WEEKS_DAYS = 42
const HALF_A_YEAR_DAYS = 182
const SHOWN_MOVES = 6

/** Everything that a profile is read from, in one answer. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const person = await participantById(db, practiceId, idOf(event))
  const catalogue = await linkedCatalogue(db, practiceId)
  const on = new Date()
  const [measures, pairs, meetings, last, screenings, ledger, outcomes] = await Promise.all([
    measuresOf(db, practiceId, [person.id]),
    sameDayPairs(db, practiceId),
    personMeetings(db, practiceId, person.id, subDays(on, SIX_WEEKS_DAYS).toISOString()),
    lastCame(db, practiceId, person.id),
    screeningsOf(db, practiceId, person.id),
    ledgerOf(db, practiceId, { participantId: person.id }),
    datedOutcomes(db, practiceId, [person.id], on.toISOString(), subDays(on, HALF_A_YEAR_DAYS).toISOString()),
    noteHealth(db, practiceId, account.id, person.id, 'looked at the profile'),
  ])
  return {
    person, measures: measures.get(person.id) ?? [], pairs, meetings, lastCame: last,
    screenings: screenings.map(({ id, takenOn, takenBy }) => ({ id, takenOn, takenBy })),
    moves: ledger.filter((entry) => entry.fromLevel !== entry.toLevel || entry.answer !== 'accepted' || entry.words !== '').slice(0, SHOWN_MOVES),
    tierStep: (await tierStepsOf(db, practiceId, [person], outcomes, on.toISOString().slice(0, 10), catalogue))[person.id] ?? null,
  }
})
