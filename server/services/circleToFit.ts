import { sure } from '../../core/entries'
import type { Scope } from '../database/rows'
import { differenceInCalendarDays } from 'date-fns'
import type { CircleToFit } from '../../core/check/fitOf'
import type { Participant } from '../../core/offer/participant'
import type { Circle } from '../../core/circle/circle'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { venuesOf } from '../database/circles'
import { peopleOn } from './circlePeople'
import { lastMeetingsBefore, movementsMetBefore } from '../database/meetings'

/** Gathers all that a plan is held against for a circle at a moment. */
export async function circleToFit(
  scope: Scope,
  circle: Circle,
  startsAt: string,
): Promise<CircleToFit & { people: Participant[] }> {
  const catalogue = await linkedCatalogue(scope)
  const [people, venues, lastCame, met] = await Promise.all([
    peopleOn(scope, circle.members, startsAt.slice(0, 10), catalogue),
    venuesOf(scope),
    lastMeetingsBefore(scope, startsAt),
    movementsMetBefore(scope, circle.id, startsAt),
  ])
  const screenedOn = new Map(people.map((person) => [person.id, person.screenedOn]))
  const daysSince = (day: string | null | undefined) => (day ? differenceInCalendarDays(startsAt, day) : null)
  return {
    circle,
    people,
    met: new Set(met),
    venue: sure(
      venues.find((venue) => venue.id === circle.venueId),
      'The circle meets at no venue that is known.',
    ),
    catalogue,
    whenOf: (person) => ({
      daysAway: daysSince(lastCame[person.id]),
      screenedDaysAgo: daysSince(screenedOn.get(person.id)),
      hands: circle.helpers,
    }),
  }
}
