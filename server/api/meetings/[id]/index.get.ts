import { rangesOf } from '../../../../core/offer/ranges'
import { inForce } from '../../../../core/offer/screening'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circleById, venuesOf } from '../../../database/circles'
import { measuresOf } from '../../../database/measures'
import { arrivalsOf, handChoicesOf, lastMeetingsBefore, meetingById, movementsMetBefore } from '../../../database/meetings'
import { classEventsOf, outcomeEventsOf } from '../../../database/outcomes'
import { participantsOf } from '../../../database/people'
import { inMeeting } from '../../../session/forRole'
import { idOf } from '../../../session/readInput'
import { accountRoute } from '../../../session/routes'

/** Everything that the four steps of a meeting work with, in one answer. */
export default accountRoute(async ({ event, db, practiceId, account }) => {
  const meeting = await meetingById(db, practiceId, idOf(event))
  const circle = await circleById(db, practiceId, meeting.circleId)
  const [venues, catalogue, measures, people, arrivals, lastCame, met, handChoices, classEvents, outcomes] = await Promise.all([
    venuesOf(db, practiceId),
    linkedCatalogue(db, practiceId),
    measuresOf(db, practiceId, circle.members),
    participantsOf(db, practiceId, circle.members),
    arrivalsOf(db, practiceId, meeting.id),
    lastMeetingsBefore(db, practiceId, meeting.startsAt),
    movementsMetBefore(db, practiceId, circle.id, meeting.startsAt),
    handChoicesOf(db, practiceId, meeting.id),
    classEventsOf(db, practiceId, meeting.id),
    outcomeEventsOf(db, practiceId, meeting.id),
  ])
  const day = meeting.startsAt.slice(0, 10)
  const inOrder = circle.members.flatMap((member) => people.filter((person) => person.id === member)).map((person) => ({
    ...person, considerations: inForce(person.considerations, day), ranges: rangesOf(measures.get(person.id) ?? [], catalogue.measures),
  }))
  return {
    meeting,
    circle,
    venue: venues.find((venue) => venue.id === circle.venueId)!,
    people: inOrder.map((person) => inMeeting(person, account.role)),
    arrivals, lastCame, met, handChoices, classEvents, outcomes,
    /** The server's clock, by which all devices lead. */
    now: Date.now(),
  }
})
