import { logFor, type OutcomeDraft } from './logFor'
import type { ScriptStep } from './script'
import type { Block } from '../plan/plan'
import type { RiderToday } from '../plan/riders'

/** How simulated people do: most reach what was asked, some not quite, a few ease; ours. */
const DOES_IT = 0.8
const EASES = 0.93

/**
 * What simulated participants do in a block, for rehearsing alone: the same touches as in a class, by random.
 *
 * @param random in [0, 1); the same random give the same evening
 * @param sides the sides of the block's steps
 * @example
 * rehearsedOutcomes(plan.blocks[0], 0, { riders, sides: ['both'], roundSeconds: 30, startSide: 'left', random: ()
 * => 0.5 }).length
 * // 2
 */
export function rehearsedOutcomes(
  block: Block,
  index: number,
  {
    riders,
    sides,
    roundSeconds,
    startSide,
    random,
  }: {
    riders: readonly RiderToday[]
    sides: readonly ScriptStep['side'][]
    roundSeconds: number
    startSide: 'left' | 'right'
    random: () => number
  },
): OutcomeDraft[] {
  return riders.flatMap((rider) => {
    const luck = random()
    const fallsShort = luck < EASES ? 'partly' : 'eased'
    const done = luck < DOES_IT ? 'done' : fallsShort
    const moment = {
      blockId: block.id,
      side: sides.at(-1) ?? 'both',
      begun: sides,
      roundSeconds,
      elapsedSeconds: done === 'partly' ? roundSeconds * (0.4 + 0.5 * random()) : null,
    }
    const drafts = logFor(done, moment, {
      participant: rider.id,
      offers: rider.offers[index] ?? [],
      block,
      logged: [],
      startSide,
    })
    const effort = random() < 0.5 ? Math.floor(1 + 6 * random()) : null
    return drafts.map((draft) => ({ ...draft, effort }))
  })
}
