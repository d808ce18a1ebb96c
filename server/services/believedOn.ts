import { differenceInCalendarDays, subDays, subMilliseconds } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { BelievedToday } from '../../core/offer/person'
import type { Participant } from '../../core/offer/participant'
import { comesBack, type Gap } from '../../core/offer/today'
import { believedToday } from '../../core/reflect/believedToday'
import { believedOf } from '../../core/reflect/capacities'
import { datedOutcomes } from '../database/outcomes'
import { groupedBy, type Scope } from '../database/rows'

/** A meeting as far as coming back to it goes. */
interface ComingTo {
  startsAt: string
  /** ISO 8601, by participant. */
  lastCame: Readonly<Record<string, string>>
  gaps: Readonly<Record<string, Gap>>
}

/** What the notes of these people before a meeting say of it, by participant: first levels, and coming back. */
export async function believedOn(
  scope: Scope,
  people: readonly Participant[],
  { startsAt, lastCame, gaps }: ComingTo,
  catalogue: Catalogue,
): Promise<Map<string, BelievedToday>> {
  const { judgement } = catalogue
  const outcomes = await datedOutcomes(
    scope,
    people.map((person) => person.id),
    {
      since: subDays(startsAt, judgement.evidence.days).toISOString(),
      until: subMilliseconds(startsAt, 1).toISOString(),
    },
  )
  const own = groupedBy(outcomes, 'participant')
  return new Map(
    people.map((person) => {
      const last = lastCame[person.id]
      const daysAway = last ? differenceInCalendarDays(startsAt, last) : null
      const isBack = comesBack({ daysAway, year: null, gap: gaps[person.id] ?? null }, judgement)
      const believed = believedOf(own.get(person.id) ?? [], catalogue)
      return [person.id, believedToday(person, believed, { on: startsAt.slice(0, 10), isBack }, catalogue)]
    }),
  )
}
