import { z } from 'zod'
import type { Judgement } from '../catalogue/judgement'
import type { Plan } from '../plan/plan'
import { becauseOf } from './decisionWords'
import { DialTurn } from './turn'
import type { Step } from './step'

/** A block's dose that most of a circle have outgrown. */
export const BlockTurn = z.object({
  blockId: z.string(),
  /** The block's own, whatever stands in for it in a lane. */
  movement: z.string(),
  turn: DialTurn,
  /** How many have earned it, of how many who did the block. */
  earned: z.number(),
  of: z.number(),
})
export type BlockTurn = z.infer<typeof BlockTurn>

/**
 * The block's dose is the clock: it is proposed to rise once more than half of those who did the block have earned more
 * time, rounds or repetitions, whether or not that is their step today. Until then their next dial is turned instead.
 *
 * @param steps of everybody in the meeting
 * @param plan as it was led; a block that has left it is not raised
 * @returns proposals, and the steps with theirs turned into it: still one dial a step
 * @example
 * blockTurns([], plan, judgement) // { proposals: [], steps: [] }
 */
export function blockTurns<S extends Step>(
  steps: readonly S[],
  plan: Plan,
  { blockDose: { moreThanShare } }: Pick<Judgement, 'blockDose'>,
): { steps: S[]; proposals: BlockTurn[] } {
  const proposals = [...new Set(steps.map((step) => step.blockId))].flatMap((blockId): BlockTurn[] => {
    const own = steps.filter((step) => step.blockId === blockId)
    const ready = own.flatMap((step) => step.earned ?? [])
    const block = plan.blocks.find((one) => one.id === blockId)
    const [first] = ready.toSorted((a, b) => a.to - b.to)
    if (!block || !first || ready.length <= own.length * moreThanShare) return []
    const alike = ready.filter((earned) => earned.dial === first.dial)
    return alike.length <= own.length * moreThanShare
      ? []
      : [{ blockId, movement: block.movement, turn: first, earned: alike.length, of: own.length }]
  })
  const rising = new Map(proposals.map((proposal) => [proposal.blockId, proposal]))
  return {
    proposals,
    steps: steps.map((step) => {
      const turn = rising.get(step.blockId)?.turn
      if (!turn || step.kind !== 'step-up' || step.earned?.dial !== turn.dial) return step
      return asEarned(step, step.earned)
    }),
  }
}

/** The step as what the block will give: what was within reach, or earned by the school's rule, is said of it. */
function asEarned<S extends Step>(step: S, earned: DialTurn): S {
  const { reason: earnedBy } = step
  const isOfNext = earnedBy.kind === 'within-reach' || earnedBy.kind === 'rule-met'
  const reason = isOfNext ? { ...earnedBy, isDial: true } : earnedBy
  return { ...step, reason, because: becauseOf({ ...step, reason }), turn: earned, toLevel: step.fromLevel }
}
