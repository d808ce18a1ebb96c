import { entriesOf, keysOf, valueIn } from '../entries'
import type { Catalogue, Movement } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import { isOpenFrom, withChanged } from '../plan/chainEdits'
import type { Block, Plan } from '../plan/plan'

/** What a block gives up so that the class ends in time. */
export interface GivenUp {
  blockId: string
  movement: string
  what: 'a round' | 'all of it'
  seconds: number
}

export interface Shortened {
  plan: Plan
  givenUp: GivenUp[]
  savedSeconds: number
  /** Whether enough was found. */
  isEnough: boolean
}

/**
 * "We are seven minutes late": which of the blocks that are still to come give up how much. First rounds go, from the
 * blocks that matter least to the aim; then whole blocks in the same order. The close stays, and what has begun.
 *
 * @param from index of the first block that may give something up
 * @param wantedSeconds to be saved
 * @param secondsOf times a plan for the people who are there
 * @returns the shorter plan, what was given up in order, and how much it saves
 * @source ours
 * @example
 * shortened(plan, { from: 0, wantedSeconds: 60, secondsOf: (shorter) => shorter.blocks.length * 60, catalogue
 * }).givenUp.length > 0
 * // true
 */
export function shortened(
  plan: Plan,
  {
    from,
    wantedSeconds,
    secondsOf,
    catalogue,
  }: { from: number; wantedSeconds: number; secondsOf: (plan: Plan) => number; catalogue: Catalogue },
): Shortened {
  const before = secondsOf(plan)
  const givenUp: GivenUp[] = []
  let now = plan
  let seconds = before
  const take = (next: Plan, block: Block, what: GivenUp['what']): void => {
    const after = secondsOf(next)
    if (after >= seconds) return
    givenUp.push({ blockId: block.id, movement: block.movement, what, seconds: seconds - after })
    now = next
    seconds = after
  }
  const enough = () => before - seconds >= wantedSeconds
  const open = () =>
    now.blocks
      .slice(from)
      .filter(({ id, onSide }) => onSide !== 'second' && isOpenFrom(now.blocks, from, id))
      .filter((block, at, all) => at < all.length - 1 || catalogue.movements.get(block.movement)?.phase === 'main')
      .sort((a, b) => weightOf(a, plan, catalogue) - weightOf(b, plan, catalogue))
  for (const block of open()) {
    while (!enough() && (now.blocks.find((other) => other.id === block.id)?.rounds ?? 1) > 1) {
      const held = givenUp.length
      take(
        { ...now, blocks: withChanged(now.blocks, block.id, (other) => ({ ...other, rounds: other.rounds - 1 })) },
        block,
        'a round',
      )
      if (givenUp.length === held) break
    }
  }
  for (const block of open()) {
    if (enough()) break
    take({ ...now, blocks: withChanged(now.blocks, block.id, () => null) }, block, 'all of it')
  }
  return { plan: now, givenUp, savedSeconds: before - seconds, isEnough: enough() }
}

/** How much a block matters: what it gives to the aim; without one, main work before warming, breath last of all. */
function weightOf(block: Block, plan: Plan, catalogue: Catalogue): number {
  const movement = catalogue.movements.get(block.movement)
  if (!movement) return 0
  const { aim } = plan
  if (!aim) return WEIGHT_OF_PHASE[movement.phase]
  return keysOf(movement.regions).reduce(
    (sum, region) => sum + valueIn(movement.regions, region) * (aim.regions[region] ?? 0),
    0,
  )
}

const WEIGHT_OF_PHASE: Record<Movement['phase'], number> = {
  settle: 0.2,
  warm: 0.5,
  main: 1,
  'long-holds': 0.8,
  close: 2,
}

/**
 * The same movement, gentler for everybody: a level lower than the lane's highest, and a round less where there are
 * two.
 *
 * @param highest the highest level that is offered in each lane today
 * @example
 * gentler(plan.blocks[0], { floor: 3 }).lanes.floor // { levelAtMost: 2 }
 */
export function gentler(block: Block, highest: Partial<Record<Tier, number>>): Block {
  const lanes = { ...block.lanes }
  for (const [tier, level] of entriesOf(highest)) {
    lanes[tier] = { ...lanes[tier], levelAtMost: Math.max(1, level - 1) }
  }
  return { ...block, rounds: Math.max(1, block.rounds - 1), lanes }
}
