import { subDays } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import { TIERS } from '../../core/catalogue/words'
import type { LedgerEntry } from '../../core/contract/ledger'
import type { Participant } from '../../core/offer/participant'
import { outcomesByPerson, type DatedOutcome } from '../../core/reflect/datedOutcome'
import type { Judging } from '../../core/reflect/question'
import { tierStep, type TierStep } from '../../core/reflect/tierMove'
import { ledgerOf } from '../database/ledger'
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
  const wentDown = await movedDownSince(scope, histories)
  const outcomesOf = outcomesByPerson(outcomes)
  const steps = people.flatMap((person) => {
    const last = histories.get(person.id)
    // A screening since then has dealt with it, and so has a step down.
    const isOpen =
      last &&
      (person.screenedOn === null || person.screenedOn < last.lastOn) &&
      (wentDown.get(person.id) ?? '') < last.newsAt
    const evidence = {
      measures: measures.get(person.id) ?? [],
      outcomes: outcomesOf.get(person.id) ?? [],
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

/** When those who told of a fall or a faint last went down a tier since then, ISO, by participant. */
async function movedDownSince(
  scope: Scope,
  histories: Awaited<ReturnType<typeof historiesOf>>,
): Promise<Map<string, string>> {
  const told = [...histories.values()].filter(({ news }) => news === 'fall' || news === 'faint')
  const since = told.map(({ newsAt }) => newsAt).toSorted()[0]
  if (since === undefined) return new Map()
  const isDown = ({ kind, tier, before }: LedgerEntry) =>
    kind === 'tier' && before?.homeTier !== undefined && TIERS.indexOf(before.homeTier) > TIERS.indexOf(tier)
  const down = (await ledgerOf(scope, { since })).filter((entry) => isDown(entry) && !entry.isUndone)
  // Newest first: the last one said of somebody is their newest.
  return new Map(down.toReversed().map(({ participant, decidedAt }) => [participant, decidedAt]))
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
