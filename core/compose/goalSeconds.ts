import { REGIONS } from '../catalogue/words'
import { serves } from '../goal/serving'
import { gapsServed } from '../measure/gap'
import type { RiderToday } from '../plan/riders'
import type { Ask } from './ask'

/** What people come for counts beside the regions of the body, as one more of them: its place. */
export const GOALS_AT = REGIONS.length
/** What a second of it is worth where everybody has a goal, a fully wanted region being 1; ours. */
const GOAL_WEIGHT = 0.6
/** Seconds of it that count fully; ours. */
export const GOAL_SECONDS = 300

/** What a movement is worth to somebody whose own range it works at, a goal that it serves fully being 1; ours. */
const GAP_SHARE = 0.7

const personOf = ({ people }: Pick<Ask, 'people'>, id: string) => people.find(({ person }) => person.id === id)?.person

/** Whether somebody comes for something, or their own range wants something. */
function wantsSomething(ask: Pick<Ask, 'people'>, id: string): boolean {
  const person = personOf(ask, id)
  return (person?.comesFor ?? []).length > 0 || (person?.rangeGaps ?? []).some(({ needs }) => needs !== 'measure-again')
}

/**
 * What a second that serves goals, or a range that is not their own, is worth: less where fewer have one, and never
 * nothing where somebody has.
 *
 * @example
 * goalWeight([], ask) // 0
 */
export function goalWeight(riders: readonly RiderToday[], ask: Pick<Ask, 'people'>): number {
  const having = riders.filter(({ id }) => wantsSomething(ask, id)).length
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
  const person = personOf(ask, riders[at]?.id ?? '')
  if (!person || !wantsSomething(ask, person.id)) return 0
  const having = riders.filter(({ id }) => wantsSomething(ask, id)).length
  const gap = gapsServed(movement, person.rangeGaps, ask.catalogue.measures).length > 0 ? GAP_SHARE : 0
  return Math.max(serves(movement, person.comesFor, ask.catalogue), gap) / having
}
