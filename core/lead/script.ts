import { z } from 'zod'
import { TIERS, type Side } from '../catalogue/words'
import type { Dose } from '../catalogue/dose'
import { twoMore } from '../plan/opening'
import { clockOf, type BlockTime, type Timeline } from '../plan/timeline'
import type { WorkPart } from '../time/workSeconds'

/** One stretch of the class with one thing going on; their seconds add up to the plan's. */
export const ScriptStep = z.object({
  kind: z.enum(['drink', 'introduce', 'changeover', 'work', 'opening', 'rest', 'change-side', 'ending']),
  seconds: z.number().positive().max(3600),
  /** Null for the way home after the last block. */
  blockId: z.string().max(60).nullable(),
  /** `weaker`: the catch-up round, each on their own. */
  side: z.enum(['both', 'first', 'second', 'weaker']),
  round: z.number().int().min(1),
  /** It ends where somebody goes on, and not by the clock. */
  waits: z.boolean().optional(),
})
export type ScriptStep = z.infer<typeof ScriptStep>

/**
 * Turns a timeline into the steps that the class screen leads through.
 *
 * @returns steps in order; those of no length are left out
 * @example
 * scriptOf(timeline).map((step) => step.kind).slice(0, 3) // ['introduce', 'changeover', 'work']
 */
export function scriptOf(timeline: Timeline): ScriptStep[] {
  const steps: ScriptStep[] = timeline.blocks.flatMap((block): ScriptStep[] => [
    { kind: 'drink', seconds: block.drinkSeconds, blockId: block.blockId, side: 'both', round: 1 },
    { kind: 'introduce', seconds: block.introductionSeconds, blockId: block.blockId, side: 'both', round: 1 },
    { kind: 'changeover', seconds: block.changeoverSeconds, blockId: block.blockId, side: 'both', round: 1 },
    ...slowestParts(block).map((part) => ({ ...part, blockId: block.blockId })),
  ])
  steps.push({ kind: 'ending', seconds: timeline.endingSeconds, blockId: null, side: 'both', round: 1 })
  return steps.filter((step) => step.seconds > 0)
}

/** The block's clock is its slowest lane's. */
function slowestParts(block: BlockTime): WorkPart[] {
  const lanes = TIERS.flatMap((tier) => block.lanes[tier] ?? [])
  return clockOf(lanes, block.workSeconds)?.parts ?? []
}

/** What a lane is doing at a moment of the block's work. */
export interface LaneMoment {
  kind: WorkPart['kind'] | 'filler'
  side: WorkPart['side']
  round: number
  /** Since this part began, and until it ends. */
  intoSeconds: number
  leftSeconds: number
}

/**
 * What one lane does at a moment of the block's work; spare time has a name, never silence.
 *
 * @param elapsedSeconds since the block's work began
 * @example
 * laneMoment(timeline.blocks[0].lanes.floor, 0).kind // 'work'
 */
export function laneMoment(lane: { parts: readonly WorkPart[] }, elapsedSeconds: number): LaneMoment {
  let before = 0
  for (const part of lane.parts) {
    if (elapsedSeconds < before + part.seconds) {
      return {
        kind: part.kind,
        side: part.side,
        round: part.round,
        intoSeconds: elapsedSeconds - before,
        leftSeconds: before + part.seconds - elapsedSeconds,
      }
    }
    before += part.seconds
  }
  return { kind: 'filler', side: 'both', round: 1, intoSeconds: elapsedSeconds - before, leftSeconds: 0 }
}

/**
 * The side of the body that a first or second side means for a circle that starts on `startSide`.
 *
 * @example
 * bodySide('second', 'left') // 'right'
 */
export function bodySide(side: 'first' | 'second', startSide: 'left' | 'right'): 'left' | 'right' {
  const other = startSide === 'left' ? 'right' : 'left'
  return side === 'first' ? startSide : other
}

/**
 * The side of the body that works in a step; `both` where sides do not matter, or each does their own.
 *
 * @example
 * workingSide('second', 'left') // 'right'
 */
export function workingSide(side: ScriptStep['side'], startSide: 'left' | 'right'): Side {
  return side === 'both' || side === 'weaker' ? 'both' : bodySide(side, startSide)
}

/**
 * What is done of a dose in a step: all of a round, or two more of it.
 *
 * @returns null where nothing is worked
 * @example
 * doseOfStep({ kind: 'pulse', count: 5, atEnd: 3, travel: 1 }, { kind: 'rest' }) // null
 */
export function doseOfStep(dose: Dose, { kind }: { kind: string }): Dose | null {
  if (kind === 'opening') return twoMore(dose)
  return kind === 'work' ? dose : null
}

/**
 * Whether a step belongs to a block's work rather than to what leads up to it.
 *
 * @example
 * isWorkStep(script.at(-1)) // false
 */
export function isWorkStep(step: ScriptStep | undefined): boolean {
  return step !== undefined && WORK.has(step.kind)
}

/** In added time a lane is still in what it did, seconds. */
const JUST_BEFORE = 0.001
const WORK: ReadonlySet<ScriptStep['kind']> = new Set(['work', 'opening', 'rest', 'change-side'])

/**
 * Seconds since the work of a step's block began; null before it. Time that was added to a step does not count, so
 * the lanes that do not set the clock keep to their own parts.
 *
 * @param elapsedSeconds since the step began
 * @example
 * workElapsedSeconds(script, script.length - 1, 3) // null
 */
export function workElapsedSeconds(steps: readonly ScriptStep[], at: number, elapsedSeconds: number): number | null {
  const here = steps[at]
  if (!here || !isWorkStep(here)) return null
  const before = steps.slice(0, at).filter((step) => step.blockId === here.blockId && isWorkStep(step))
  const inStep = Math.min(elapsedSeconds, here.seconds - JUST_BEFORE)
  return before.reduce((sum, step) => sum + step.seconds, 0) + Math.max(0, inStep)
}
