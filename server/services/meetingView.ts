import type { MeetingView } from '../../core/contract/meetings'
import { addHours } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import { asGuest } from '../../core/offer/asGuest'
import type { Participant } from '../../core/offer/participant'
import type { Role } from '../../core/contract/account'
import { NotFound, type Scope } from '../database/rows'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { arrivalsOf, everybodyIn, handChoicesOf } from '../database/arrivals'
import { circleById, venuesOf } from '../database/circles'
import { questionsFor } from '../database/questions'
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
import { inLists, inMeeting } from '../session/forRole'
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
  const [catalogue, { ids, guests, toAgree }] = await Promise.all([
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
    toAgree,
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

/** A meeting is over, as far as what is shown of those who were not there, so long after its start, hours. */
const OVER_AFTER_HOURS = 12

/** The same as somebody with a role may see it, with the server's time. */
export async function meetingFor(scope: Scope, id: string, role: Role, now = Date.now()): Promise<MeetingView> {
  const view = await meetingView(scope, id)
  return { ...(role === 'lead' ? view : forHelper(view, await linkedCatalogue(scope), now)), now }
}

type View = Omit<MeetingView, 'now'>

/** What a helper needs: what holds for who is there, and nothing of who is not. */
function forHelper(view: View, catalogue: Catalogue, now: number): View {
  const isOver = addHours(view.meeting.startsAt, OVER_AFTER_HOURS).getTime() < now
  const shown = (person: Participant) => {
    if (view.toAgree.includes(person.id)) return asGuest(person, catalogue)
    return isOver && !view.arrivals[person.id]?.came ? inLists(person, 'helper') : inMeeting(person, 'helper')
  }
  const known = view.people.filter(({ id }) => !view.toAgree.includes(id)).map(({ id }) => id)
  return {
    ...view,
    people: view.people.map(shown),
    lastCame: pick(view.lastCame, known),
    gaps: pick(view.gaps, known),
    questions: view.questions.filter(({ participant }) => known.includes(participant)),
  }
}

/** What a record holds by these keys. */
function pick<T>(record: Record<string, T>, keys: readonly string[]): Record<string, T> {
  return Object.fromEntries(Object.entries(record).filter(([key]) => keys.includes(key)))
}
