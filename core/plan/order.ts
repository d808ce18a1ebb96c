import { z } from 'zod'
import type { Movement } from '../catalogue/catalogue'
import { REGIONS, type Phase } from '../catalogue/words'
import { entriesOf, entryAt } from '../entries'

/** The orders that a plan may say it follows, within the phases of a session. */
const ORDERS = ['feet-up', 'head-down', 'by-posture', 'open-use', 'by-chain', 'tighter-first'] as const
export const PlanOrder = z.enum(ORDERS)
export type PlanOrder = z.infer<typeof PlanOrder>

/** How an order is called, and what it asks. */
export const ORDER_WORDS: Record<PlanOrder, { name: string; asks: string }> = {
  'feet-up': { name: 'From the feet up', asks: 'Joint by joint, the lower one first.' },
  'head-down': { name: 'From the head down', asks: 'Joint by joint, the higher one first.' },
  'by-posture': { name: 'Posture by posture', asks: 'Nobody comes back to a posture that they have left.' },
  'open-use': { name: 'Open, strengthen, use', asks: 'Range first, then strength in it, then what uses both.' },
  'by-chain': { name: 'Chain by chain', asks: 'Everything between the start and the close is a part of a chain.' },
  'tighter-first': { name: 'The tighter side first', asks: 'Everybody begins on their own tighter side.' },
}

/** What an order looks at in a block. */
export interface Ordered {
  phase: Phase
  /** How far down the body it works, 0 the neck; null: nowhere more than elsewhere. */
  height: number | null
  /** 0 opens, 1 strengthens, 2 uses; null: it is breath. */
  stage: number | null
  /** What it is for, as bits of `REGIONS`. */
  regions: number
  /** Where each person is. */
  postures: readonly string[]
  isChained: boolean
}

/** Regions from head to foot; what is for all of the body, and the hands, have no place in it. */
const BODY = REGIONS.indexOf('feet-and-toes') + 1
/** A movement is for a region from this weight on; ours. */
const FOR_REGION = 0.6
const STAGES = { mobility: 0, strength: 1, control: 2, balance: 2 } as const

/**
 * What an order looks at in a movement.
 *
 * @param postures where each person is
 * @example
 * orderedOf(bridge, [], false).stage // 1
 */
export function orderedOf(movement: Movement, postures: readonly string[], isChained: boolean): Ordered {
  const weights = entriesOf(movement.regions).map(([region, weight]) => ({ at: REGIONS.indexOf(region), weight }))
  const [main] = weights.filter(({ at }) => at < BODY).toSorted((a, b) => b.weight - a.weight || a.at - b.at)
  return {
    phase: movement.phase,
    height: main?.at ?? null,
    stage: movement.quality === 'breath' ? null : STAGES[movement.quality],
    regions: weights.filter(({ weight }) => weight >= FOR_REGION).reduce((bits, { at }) => bits | (1 << at), 0),
    ...{ postures, isChained },
  }
}

/** A block that is not where the order has it, and the one that it should come before. */
export interface OutOfOrder {
  at: number
  before: number
}

/**
 * The first block that is not where an order has it; what settles, what closes and breath stand in none.
 *
 * @returns null where the order is kept
 * @source the orders: common practice, no source
 * @example
 * outOfOrder('open-use', [orderedOf(bridge, [], false)]) // null
 */
export function outOfOrder(order: PlanOrder, blocks: readonly Ordered[]): OutOfOrder | null {
  if (order === 'tighter-first') return null
  for (let at = 0; at < blocks.length; at += 1) {
    const block = entryAt(blocks, at)
    if (block.stage === null || block.phase === 'settle' || block.phase === 'close') continue
    if (order === 'by-chain') {
      if (!block.isChained) return { at, before: at }
      continue
    }
    const before = earliest(order, blocks, at)
    if (before !== null) return { at, before }
  }
  return null
}

function earliest(order: PlanOrder, blocks: readonly Ordered[], at: number): number | null {
  const block = entryAt(blocks, at)
  for (let earlier = 0; earlier < at; earlier += 1) {
    const other = entryAt(blocks, earlier)
    if (order === 'by-posture' ? comesBack(blocks, earlier, at) : isLater(order, other, block)) return earlier
  }
  return null
}

/** Whether the earlier one belongs behind the later one. */
function isLater(order: PlanOrder, earlier: Ordered, later: Ordered): boolean {
  if (earlier.phase !== later.phase || earlier.stage === null || later.stage === null) return false
  if (order === 'open-use') return (earlier.regions & later.regions) !== 0 && earlier.stage > later.stage
  if (earlier.height === null || later.height === null) return false
  return order === 'feet-up' ? earlier.height < later.height : earlier.height > later.height
}

/** Whether somebody has left, before one block, the posture to which they come back in another. */
function comesBack(blocks: readonly Ordered[], left: number, back: number): boolean {
  const [between, here] = [entryAt(blocks, left), entryAt(blocks, back)]
  if (left === 0 || between.stage === null) return false
  return here.postures.some((posture, person) => {
    if (between.postures[person] === posture) return false
    return blocks.slice(1, left).some((block) => block.stage !== null && block.postures[person] === posture)
  })
}
