import { subDays } from 'date-fns'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { noteHealth } from '../../../database/healthLog'
import { ledgerOf } from '../../../database/ledger'
import { measuresOf, sameDayPairs } from '../../../database/measures'
import { participantById } from '../../../database/people'
import { tierStepOf } from '../../../services/tierSteps'
import { lastCame, personMeetings } from '../../../database/personHistory'
import { screeningsOf } from '../../../database/screenings'
import { idOf } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

const SIX_WEEKS_DAYS = 42
const SHOWN_MOVES = 6

/** Everything that a profile is read from, in one answer. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const person = await participantById(db, practiceId, idOf(event))
  const catalogue = await linkedCatalogue(db, practiceId)
  const [measures, pairs, meetings, last, screenings, ledger, tierStep] = await Promise.all([
    measuresOf(db, practiceId, [person.id]),
    sameDayPairs(db, practiceId),
    personMeetings(db, practiceId, person.id, subDays(new Date(), SIX_WEEKS_DAYS).toISOString()),
    lastCame(db, practiceId, person.id),
    screeningsOf(db, practiceId, person.id),
    ledgerOf(db, practiceId, { participantId: person.id }),
    tierStepOf(db, practiceId, person, catalogue),
    noteHealth(db, practiceId, account.id, person.id, 'looked at the profile'),
  ])
  return {
    person,
    measures: measures.get(person.id) ?? [],
    pairs,
    meetings,
    lastCame: last,
    screenings: screenings.map(({ id, takenOn, takenBy }) => ({ id, takenOn, takenBy })),
    moves: ledger
      .filter((entry) => entry.fromLevel !== entry.toLevel || entry.answer !== 'accepted' || entry.words !== '')
      .slice(0, SHOWN_MOVES),
    tierStep,
  }
})
