import { subDays } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { Participant } from '../../core/offer/participant'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import type { Judging } from '../../core/reflect/question'
import { tierStep, type TierStep } from '../../core/reflect/tierMove'
import { measuresOf } from '../database/measures'
import { datedOutcomes, historiesOf } from '../database/outcomes'
import { visitingSince } from '../database/personTiers'
import type { Scope } from '../database/rows'

/** What is known already when the steps of people are looked at. */
interface KnownOfPeople {
  people: readonly Participant[]
  outcomes: readonly DatedOutcome[]
  /** ISO day. */
  on: string
  catalogue: Catalogue
  /** Left out: by what is believed. */
  judging?: Judging | undefined
  /** Left out: read here. */
  histories?: Awaited<ReturnType<typeof historiesOf>>
}

/** The next step between tiers of these people, by participant; who has none is left out. */
export async function tierStepsOf(
  scope: Scope,
  { people, outcomes, on, catalogue, judging, histories: known }: KnownOfPeople,
): Promise<Record<string, TierStep>> {
  const ids = people.map((person) => person.id)
  const [measures, visiting, histories] = await Promise.all([
    measuresOf(scope, ids),
    visitingSince(scope, ids),
    known ?? historiesOf(scope, ids, `${on}T23:59:59Z`),
  ])
  const steps = people.flatMap((person) => {
    const last = histories.get(person.id)
    // A screening since then has dealt with it.
    const isOpen = last && (person.screenedOn === null || person.screenedOn < last.lastOn)
    const evidence = {
      measures: measures.get(person.id) ?? [],
      outcomes: outcomes.filter((outcome) => outcome.participant === person.id),
      visitingSince: visiting[person.id] ?? null,
      news: isOpen ? last.news : ('none' as const),
      on,
      judging,
    }
    const step = tierStep(person, evidence, catalogue)
    return step ? [[person.id, step] as const] : []
  })
  return Object.fromEntries(steps)
}

/** The next step between tiers of one person today; null: none. */
export async function tierStepOf(scope: Scope, person: Participant, catalogue: Catalogue): Promise<TierStep | null> {
  const now = new Date()
  const window = {
    until: now.toISOString(),
    since: subDays(now, catalogue.judgement.evidence.days).toISOString(),
  }
  const outcomes = await datedOutcomes(scope, [person.id], window)
  const on = now.toISOString().slice(0, 10)
  const steps = await tierStepsOf(scope, { people: [person], outcomes, on, catalogue })
  return steps[person.id] ?? null
}
