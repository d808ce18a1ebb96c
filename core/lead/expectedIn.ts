import { differenceInCalendarDays } from 'date-fns'
import { sure } from '../entries'
import type { Tier } from '../catalogue/words'
import type { Gap } from '../offer/today'
import type { Arrival, Person } from '../offer/person'
import type { Expected } from '../plan/riders'
import type { HandChoiceRecord } from './message'

/** What is known of a meeting, as far as it says how somebody is expected. */
export interface KnownOfMeeting<P extends Person = Person> {
  people: readonly P[]
  arrivals: Readonly<Record<string, Arrival>>
  /** The start of the last meeting before this one, by participant, ISO 8601. */
  lastCame: Readonly<Record<string, string>>
  gaps: Readonly<Record<string, Gap>>
  handChoices: readonly HandChoiceRecord[]
  meeting: { startsAt: string }
  /** Left out: how many hands there are does not matter here. */
  circle?: { helpers: number }
}

/**
 * Somebody as a meeting expects them: how they came, how long they were away, what was chosen for them by hand.
 *
 * @param tier where they work for the rest of a class; left out: where they are at home
 * @throws where they are not in the meeting
 * @example
 * expectedIn({ people: [ann], arrivals: {}, lastCame: { ann: '2026-11-18T10:00:00Z' }, gaps: {}, handChoices: [],
 * meeting: { startsAt: '2026-11-25T10:00:00Z' } }, 'ann').when.daysAway
 * // 7
 */
export function expectedIn(known: KnownOfMeeting, participant: string, tier?: Tier): Expected {
  const { people, arrivals, lastCame, gaps, meeting, handChoices, circle } = known
  const last = lastCame[participant]
  const stored = sure(
    people.find((person) => person.id === participant),
    'Somebody is expected who does not belong here.',
  )
  const screenedOn = stored.screenedOn ?? null
  return {
    person: tier ? { ...stored, homeTier: tier } : stored,
    ...(arrivals[participant]?.came ? { arrival: arrivals[participant] } : {}),
    when: {
      daysAway: last ? differenceInCalendarDays(meeting.startsAt, last) : null,
      gap: gaps[participant] ?? null,
      screenedDaysAgo: screenedOn === null ? null : differenceInCalendarDays(meeting.startsAt, screenedOn),
      hands: circle?.helpers,
    },
    choices: new Map(
      handChoices.filter((choice) => choice.participant === participant).map((choice) => [choice.blockId, choice]),
    ),
  }
}

/**
 * Those who came; before anybody is ticked, everybody who is expected.
 *
 * @example
 * presentIn({ people: [ann], arrivals: {} }) // [{ name: 'Ann Example' }]
 */
export function presentIn<P extends Person>({
  people,
  arrivals,
}: Pick<KnownOfMeeting<P>, 'people' | 'arrivals'>): readonly P[] {
  const someCame = Object.values(arrivals).some((arrival) => arrival.came)
  return people.filter((person) => !someCame || arrivals[person.id]?.came)
}
