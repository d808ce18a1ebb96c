import type { MeetingView } from '../../core/contract/meetings'
import type { Role } from '../../core/contract/account'
import { NotFound, type Scope } from '../database/rows'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { arrivalsOf, everybodyIn, handChoicesOf } from '../database/arrivals'
import { circleById, venuesOf } from '../database/circles'
import { questionsFor } from '../database/ledger'
import {
  lastMeetingsBefore,
  meetingById,
  meetingsBefore,
  seatingTimeOf,
  movementsMetBefore,
} from '../database/meetings'
import { sequenceOf } from '../database/order'
import { classEventsOf, outcomeEventsOf } from '../database/outcomes'
import { spreadQuestions } from '../../core/reflect/questions'
import { inMeeting } from '../session/forRole'
import { believedOn } from './believedOn'
import { peopleOn } from './circlePeople'
import { gapsOf } from './memoryOf'

/** Everything that the four steps of a meeting work with, as a lead sees it. */
export async function meetingView(scope: Scope, id: string): Promise<Omit<MeetingView, 'now'>> {
  // Read before all else: whatever is said meanwhile is said once more to whoever reads on from here.
  const sequence = await sequenceOf(scope, id)
  const meeting = await meetingById(scope, id)
  const circle = await circleById(scope, meeting.circleId)
  const { startsAt } = meeting
  const [catalogue, { ids, guests }] = await Promise.all([
    linkedCatalogue(scope),
    everybodyIn(scope, meeting.id, circle.members),
  ])
  const [venues, people, doors, lastCame, met, before, byHand, classEvents, outcomes, questions, seatedAt] =
    await Promise.all([
      venuesOf(scope),
      peopleOn(scope, ids, startsAt.slice(0, 10), catalogue),
      arrivalsOf(scope, meeting.id),
      lastMeetingsBefore(scope, startsAt),
      movementsMetBefore(scope, circle.id, startsAt),
      meetingsBefore(scope, circle.id, startsAt),
      handChoicesOf(scope, meeting.id),
      classEventsOf(scope, meeting.id),
      outcomeEventsOf(scope, meeting.id),
      questionsFor(scope, ids, startsAt, catalogue.judgement.asking.days),
      seatingTimeOf(scope, meeting.id),
    ])
  const gaps = await gapsOf(scope, ids, startsAt, catalogue)
  const believed =
    circle.judging === 'belief' ? await believedOn(scope, people, { startsAt, lastCame, gaps }, catalogue) : new Map()
  const venue = venues.find((one) => one.id === circle.venueId)
  if (!venue) throw new NotFound('The circle has no venue.')
  return {
    meeting,
    circle,
    venue,
    people: people.map((person) => ({ ...person, believed: believed.get(person.id) })),
    guests,
    arrivals: doors.arrivals,
    lastCame,
    met,
    before,
    handChoices: byHand.choices,
    times: { arrivals: doors.times, choices: byHand.times, seating: seatedAt },
    sequence,
    classEvents,
    outcomes,
    gaps,
    questions: spreadQuestions(questions, meeting.plan, catalogue.judgement),
  }
}

/** The same as somebody with a role may see it, with the server's time. */
export async function meetingFor(scope: Scope, id: string, role: Role): Promise<MeetingView> {
  const view = await meetingView(scope, id)
  return { ...view, people: view.people.map((person) => inMeeting(person, role)), now: Date.now() }
}
