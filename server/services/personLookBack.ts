import { subWeeks } from 'date-fns'
import type { PersonLookBack } from '../../core/contract/records'
import { usualSchool } from '../../core/plan/schoolFor'
import { doseAtHome } from '../../core/reflect/atHome'
import { personBack, type LookBackWeeks } from '../../core/reflect/lookBack'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { circlesOf } from '../database/circles'
import { actedSince, attendedBy } from '../database/lookBack'
import { goalsOf } from '../database/goals'
import { homePracticesOf } from '../database/homePractices'
import { measuresOf, sameDayPairs } from '../database/measures'
import { datedOutcomes } from '../database/outcomes'
import { participantById } from '../database/people'
import { memoriesOf } from './memoryOf'
import type { Acting } from '../database/rows'

/** One person over the last 4, 12, 26 or 52 weeks. */
export async function personLookBack(
  acting: Acting,
  id: string,
  weeks: LookBackWeeks,
  now: Date,
): Promise<PersonLookBack> {
  const stored = await participantById(acting, id)
  const window = { until: now.toISOString(), since: subWeeks(now, weeks).toISOString() }
  const [attended, outcomes, acted, measures, pairs, circles, catalogue, goals, homes] = await Promise.all([
    attendedBy(acting, [stored.id], window),
    datedOutcomes(acting, [stored.id], window),
    actedSince(acting, [stored.id], window.since),
    measuresOf(acting, [stored.id]),
    sameDayPairs(acting),
    circlesOf(acting),
    linkedCatalogue(acting),
    goalsOf(acting, [stored.id]),
    homePracticesOf(acting, [stored.id], window.since),
  ])
  const memories = await memoriesOf(acting, [stored.id], window.until, catalogue)
  const home = homes.get(stored.id)
  const person = { ...stored, remembered: memories.get(stored.id) ?? [] }
  return {
    person,
    weeks,
    since: window.since,
    back: personBack(attended.get(stored.id) ?? [], outcomes, weeks, catalogue),
    home: home ? doseAtHome(home, { since: window.since.slice(0, 10), weeks }, catalogue) : [],
    aim: catalogue.schools.get(usualSchool(person, circles))?.weeklySecondsPerRegion ?? null,
    acted,
    goals: goals.get(stored.id) ?? [],
    measures: (measures.get(stored.id) ?? []).filter((record) => record.takenAt >= window.since),
    pairs,
  }
}
