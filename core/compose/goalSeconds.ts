import { REGIONS } from '../catalogue/words'
import { serves } from '../goal/serving'
import type { RiderToday } from '../plan/riders'
import type { Ask } from './ask'

/** What people come for counts beside the regions of the body, as one more of them: its place. */
export const GOALS_AT = REGIONS.length
/** What a second of it is worth where everybody has a goal, a fully wanted region being 1; ours. */
const GOAL_WEIGHT = 0.6
/** Seconds of it that count fully; ours. */
export const GOAL_SECONDS = 300

const goalsOf = ({ people }: Pick<Ask, 'people'>, id: string) =>
  people.find(({ person }) => person.id === id)?.person.comesFor ?? []

/**
 * What a second that serves goals is worth: less where fewer have one, and never nothing where somebody has.
 *
 * @example
 * goalWeight([], ask) // 0
 */
export function goalWeight(riders: readonly RiderToday[], ask: Pick<Ask, 'people'>): number {
  const having = riders.filter(({ id }) => goalsOf(ask, id).length > 0).length
  return riders.length === 0 ? 0 : GOAL_WEIGHT * Math.sqrt(having / riders.length)
}

/**
 * How much a second of a movement, done by somebody, counts among those who have goals. All who have one count alike.
 *
 * @param at whose place among the riders it is
 * @returns 0 to 1 ÷ how many have a goal
 * @example
 * goalShare('sit-to-stand', 0, problem.riders, ask) // 0
 */
export function goalShare(movement: string, at: number, riders: readonly RiderToday[], ask: Ask): number {
  const own = goalsOf(ask, riders[at]?.id ?? '')
  if (own.length === 0) return 0
  const having = riders.filter(({ id }) => goalsOf(ask, id).length > 0).length
  return serves(movement, own, ask.catalogue) / having
}
