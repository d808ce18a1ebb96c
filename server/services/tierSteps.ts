import { subDays } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { Participant } from '../../core/offer/participant'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import { tierStep, type TierStep } from '../../core/reflect/tierMove'
import { measuresOf } from '../database/measures'
import { datedOutcomes, historiesOf } from '../database/outcomes'
import { visitingSince } from '../database/people'
import type { Database } from '../database/rows'

/** The next step between tiers of these people, by participant; who has none is left out. */
export async function tierStepsOf(
  db: Database,
  practiceId: string,
  people: readonly Participant[],
  outcomes: readonly DatedOutcome[],
  on: string,
  catalogue: Catalogue,
  known?: Awaited<ReturnType<typeof historiesOf>>,
): Promise<Record<string, TierStep>> {
  const ids = people.map((person) => person.id)
  const [measures, visiting, histories] = await Promise.all([
    measuresOf(db, practiceId, ids),
    visitingSince(db, practiceId, ids),
    known ?? historiesOf(db, practiceId, ids, `${on}T23:59:59Z`),
  ])
  return Object.fromEntries(
    people.flatMap((person) => {
      const own = outcomes.filter((outcome) => outcome.participant === person.id)
      const last = histories.get(person.id)
      // A screening since then has dealt with it.
      const news = last && (person.screenedOn === null || person.screenedOn < last.lastOn) ? last.news : 'none'
      const step = tierStep(
        person,
        {
          measures: measures.get(person.id) ?? [],
          outcomes: own,
          visitingSince: visiting[person.id] ?? null,
          news,
          on,
        },
        catalogue,
      )
      return step ? [[person.id, step]] : []
    }),
  )
}

/** The next step between tiers of one person today; null: none. */
export async function tierStepOf(
  db: Database,
  practiceId: string,
  person: Participant,
  catalogue: Catalogue,
): Promise<TierStep | null> {
  const now = new Date()
  const outcomes = await datedOutcomes(
    db,
    practiceId,
    [person.id],
    now.toISOString(),
    subDays(now, catalogue.judgement.evidence.days).toISOString(),
  )
  return (
    (await tierStepsOf(db, practiceId, [person], outcomes, now.toISOString().slice(0, 10), catalogue))[person.id] ??
    null
  )
}
