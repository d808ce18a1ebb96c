import { composed } from '../core/compose/compose'
import { ridersOf } from '../core/compose/problem'
import { TIERS } from '../core/catalogue/words'
import type { Person } from '../core/offer/person'
import type { Plan } from '../core/plan/plan'
import type { RiderToday } from '../core/plan/riders'
import { randomFrom } from '../core/random'
import { askFor } from './asks'
import { personIn } from './people'
import { shippedCatalogue } from './shippedCatalogue'

/** A plan that was composed for a circle. */
export interface ComposedCase {
  name: string
  plan: Plan
  people: Person[]
  riders: RiderToday[]
  /** What the circle has met before. */
  met: ReadonlySet<string>
}

const MINUTES = [20, 30, 45, 60] as const
/** A search that is short: whether a plan is good is asked elsewhere. */
const STEPS = 150

/** Composed plans for circles of one to sixteen people in one to four lanes, of any levels, schools and lengths. */
export function composedCases(count: number): ComposedCase[] {
  const catalogue = shippedCatalogue()
  const schools = [...catalogue.schools.keys()] as Plan['school'][]
  const cases: ComposedCase[] = []
  for (let circle = 0; cases.length < count; circle += 1) {
    const { next } = randomFrom(`circle ${circle}`)
    const among = <T>(of: readonly T[]): T => of[Math.floor(next() * of.length)]!
    const tiers = TIERS.filter((_, at) => circle % 15 === 14 || ((circle % 15) + 1) & (1 << at))
    const people = Array.from({ length: Math.max(tiers.length, 1 + Math.floor(next() * 16)) }, (_, at) =>
      personIn(tiers[at % tiers.length]!, {
        id: `p${at}`,
        name: `Person ${at}`,
        pace: among(['brisk', 'usual', 'slow', 'very-slow'] as const),
        levels: [...catalogue.movements.values()].flatMap((movement) =>
          tiers.map((tier) => ({ movement: movement.id, tier, side: 'both' as const, level: among([1, 2, 3, 4, 5]) })),
        ),
      }),
    )
    const met = new Set([...catalogue.movements.keys()].filter(() => next() < (circle % 3) / 2))
    const ask = askFor(people, {
      ...{ met, minutes: among(MINUTES), school: among(schools), aim: among(catalogue.aims), seed: `seed ${circle}` },
      ...{ breathShare: 0.3, most: circle % 2 === 0 ? 12 : null, chains: circle % 4 > 1 },
    })
    const { plans, problem } = composed(ask, null, STEPS)
    for (const [at, { plan }] of plans.entries())
      cases.push({ name: `circle ${circle}, plan ${at}`, plan, people, riders: ridersOf(plan, problem, ask), met })
  }
  return cases.slice(0, count)
}
