import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circleById, venuesOf } from '../../../database/circles'
import { peopleOn } from '../../../services/circlePeople'
import { questionsFor } from '../../../database/ledger'
import {
  arrivalsOf,
  everybodyIn,
  handChoicesOf,
  lastMeetingsBefore,
  meetingById,
  movementsMetBefore,
} from '../../../database/meetings'
import { classEventsOf, outcomeEventsOf } from '../../../database/outcomes'
import { inMeeting } from '../../../session/forRole'
import { idOf } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

/** Everything that the four steps of a meeting work with, in one answer. */
export default accountRoute(async ({ event, db, practiceId, account }) => {
  const meeting = await meetingById(db, practiceId, idOf(event))
  const circle = await circleById(db, practiceId, meeting.circleId)
  const [catalogue, { ids, guests }] = await Promise.all([
    linkedCatalogue(db, practiceId),
    everybodyIn(db, practiceId, meeting.id, circle.members),
  ])
  const [venues, people, arrivals, lastCame, met, handChoices, classEvents, outcomes, questions] = await Promise.all([
    venuesOf(db, practiceId),
    peopleOn(db, practiceId, ids, meeting.startsAt.slice(0, 10), catalogue),
    arrivalsOf(db, practiceId, meeting.id),
    lastMeetingsBefore(db, practiceId, meeting.startsAt),
    movementsMetBefore(db, practiceId, circle.id, meeting.startsAt),
    handChoicesOf(db, practiceId, meeting.id),
    classEventsOf(db, practiceId, meeting.id),
    outcomeEventsOf(db, practiceId, meeting.id),
    questionsFor(db, practiceId, ids, meeting.startsAt),
  ])
  return {
    meeting,
    circle,
    venue: venues.find((venue) => venue.id === circle.venueId)!,
    people: people.map((person) => inMeeting(person, account.role)),
    guests,
    arrivals,
    lastCame,
    met,
    handChoices,
    classEvents,
    outcomes,
    questions,
    /** The server's clock, by which all devices lead. */
    now: Date.now(),
  }
})
