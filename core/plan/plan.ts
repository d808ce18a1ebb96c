import { z } from 'zod'
import { Aim } from '../catalogue/aim'
import { Dose } from '../catalogue/dose'
import { PlanOrder } from './order'
import { Level, SchoolId, SideOrder, Tier } from '../catalogue/words'

/**
 * How one lane departs in a block: another movement that fits in the time, a dose of its own, a level not to go above.
 */
export const LaneDeparture = z.object({
  movement: z.string().min(1).max(60).optional(),
  dose: Dose.optional(),
  rounds: z.number().int().min(1, 'One round at least.').max(10, 'Ten rounds at most.').optional(),
  levelAtMost: Level.optional(),
  /** After the last round of each side two more, for whom it is opening. */
  opening: z.literal(true).optional(),
})
export type LaneDeparture = z.infer<typeof LaneDeparture>

/** One movement with one dose, done by all tiers at once. */
export const Block = z.object({
  id: z.string().min(1).max(60),
  movement: z.string().min(1).max(60),
  dose: Dose,
  rounds: z
    .number('Rounds are a whole number.')
    .int('Rounds are a whole number.')
    .min(1, 'One round at least.')
    .max(10, 'Ten rounds at most.'),
  restSeconds: z
    .number('Rest is a number of seconds.')
    .min(0, 'Rest cannot be less than 0 s.')
    .max(300, 'Rest is 300 s at most.'),
  /** A rest goes on until everybody can talk again; the seconds are what the plan reckons with. */
  untilTalk: z.boolean().optional(),
  sideOrder: SideOrder,
  /** Whoever has a weaker side does one more round on it, after both. */
  catchUp: z.boolean().optional(),
  lanes: z.partialRecord(Tier, LaneDeparture).optional(),
  /** Left out: the plan's school. */
  school: SchoolId.optional(),
  /** Neighbours with the same mark are one short flow, under one name. */
  chain: z.object({ id: z.string().min(1).max(60), name: z.string().max(60) }).optional(),
  /** Of what is done on each side only this one: the chain comes to the other side later. */
  onSide: z.enum(['first', 'second']).optional(),
})
export type Block = z.infer<typeof Block>

/** A session plan: a document. It changes through the commands of `edits.ts` only. */
export const Plan = z.object({
  format: z.literal('unhurried-circle-plan'),
  formatVersion: z.literal(1),
  title: z.string().max(120, 'A title has 120 characters at most.'),
  minutes: z
    .number('Minutes are a number.')
    .int('Minutes are a whole number.')
    .min(5, '5 minutes at least.')
    .max(180, '180 minutes at most.'),
  school: SchoolId,
  /** Props lie beside the stations before the start, so nothing is fetched. */
  propsLaidOut: z.boolean(),
  /** Everybody looks round first: chairs without wheels, floor that grips, doors, room. */
  spaceCheck: z.boolean().default(true),
  /** A minute for water half way. */
  drinkBreak: z.boolean().default(false),
  /** "Breathe out" is said at every strong effort. */
  exhaleCue: z.boolean().default(true),
  /** Everybody waits after sitting up from lying and after standing up, not only those who must. */
  waitAfterLying: z.boolean().default(false),
  /** Which order it says it follows; null: none in particular. */
  order: PlanOrder.nullable().default(null),
  /** What the session is for; null: nothing in particular. */
  aim: Aim.nullable().default(null),
  blocks: z.array(Block).max(60, 'A plan has 60 blocks at most.'),
})
export type Plan = z.infer<typeof Plan>

/**
 * A plan without blocks, ready for the first one.
 *
 * @example
 * emptyPlan('Easy hips', 45, 'dwell').blocks // []
 */
export function emptyPlan(title: string, minutes: number, school: SchoolId): Plan {
  return {
    format: 'unhurried-circle-plan',
    formatVersion: 1,
    title,
    minutes,
    school,
    propsLaidOut: true,
    spaceCheck: true,
    drinkBreak: false,
    exhaleCue: true,
    waitAfterLying: false,
    order: null,
    aim: null,
    blocks: [],
  }
}

/** A block as a lane does it. */
export type BlockOfLane = Block & Pick<LaneDeparture, 'opening'>

const knownLanes = new WeakMap<Block, Map<Tier, BlockOfLane>>()

/**
 * A block as one lane does it, with the lane's departures in place; a block is never changed in place, so once a lane.
 *
 * @example
 * blockIn(plan.blocks[0], 'floor') === plan.blocks[0] // true
 */
export function blockIn(block: Block, tier: Tier): BlockOfLane {
  const own = block.lanes?.[tier]
  if (!own) return block
  let byTier = knownLanes.get(block)
  if (!byTier) knownLanes.set(block, (byTier = new Map()))
  let done = byTier.get(tier)
  if (!done)
    byTier.set(
      tier,
      (done = {
        ...block,
        movement: own.movement ?? block.movement,
        dose: own.dose ?? block.dose,
        rounds: own.rounds ?? block.rounds,
        ...(own.opening && { opening: own.opening }),
      }),
    )
  return done
}
