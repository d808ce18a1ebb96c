import type { Catalogue } from '../catalogue/catalogue'
import { TIERS } from '../catalogue/words'
import type { BlockTime, LaneBlock, Timeline } from '../plan/timeline'
import type { WorkPart } from '../time/workSeconds'

/** One stretch of the class with one thing going on; their seconds add up to the plan's. */
export interface ScriptStep {
  kind: 'introduce' | 'changeover' | 'work' | 'rest' | 'change-side' | 'ending'
  seconds: number
  /** −1 for the way home after the last block. */
  blockIndex: number
  side: WorkPart['side']
  round: number
}

/**
 * Turns a timeline into the steps that the class screen leads through.
 *
 * @returns steps in order; those of no length are left out
 */
export function scriptOf(timeline: Timeline): ScriptStep[] {
  const steps: ScriptStep[] = timeline.blocks.flatMap((block, blockIndex): ScriptStep[] => [
    { kind: 'introduce', seconds: block.introductionSeconds, blockIndex, side: 'both', round: 1 },
    { kind: 'changeover', seconds: block.changeoverSeconds, blockIndex, side: 'both', round: 1 },
    ...slowestParts(block).map((part) => ({ ...part, blockIndex })),
  ])
  steps.push({ kind: 'ending', seconds: timeline.endingSeconds, blockIndex: -1, side: 'both', round: 1 })
  return steps.filter((step) => step.seconds > 0)
}

/** The block's clock is its slowest lane's. */
function slowestParts(block: BlockTime): WorkPart[] {
  const lanes = TIERS.flatMap((tier) => block.lanes[tier] ?? [])
  return lanes.find((lane) => lane.workSeconds === block.workSeconds)?.parts ?? []
}

/** What a lane is doing at a moment of the block's work. */
export interface LaneMoment {
  kind: WorkPart['kind'] | 'filler'
  side: WorkPart['side']
  round: number
  leftSeconds: number
}

/**
 * What one lane does at a moment of the block's work; spare time has a name, never silence.
 *
 * @param elapsedSeconds since the block's work began
 */
export function laneMoment(lane: LaneBlock, elapsedSeconds: number): LaneMoment {
  let before = 0
  for (const part of lane.parts) {
    if (elapsedSeconds < before + part.seconds) {
      return { kind: part.kind, side: part.side, round: part.round, leftSeconds: before + part.seconds - elapsedSeconds }
    }
    before += part.seconds
  }
  return { kind: 'filler', side: 'both', round: 1, leftSeconds: 0 }
}

/** Names of the filler for a lane that is done early, at least this long before the others. */
export const FILLER_WORDS = 'Stay and breathe, or one more round if it feels good.'

/** The words for a side by the circle's habit. */
export function sideWords(side: WorkPart['side'], habit: 'left-right' | 'first-second', startSide: 'left' | 'right'): string {
  if (side === 'both') return ''
  if (habit === 'first-second') return side === 'first' ? 'first side' : 'second side'
  return bodySide(side, startSide) === 'left' ? 'left side' : 'right side'
}

/** The side of the body that a first or second side means for a circle that starts on `startSide`. */
export function bodySide(side: 'first' | 'second', startSide: 'left' | 'right'): 'left' | 'right' {
  const other = startSide === 'left' ? 'right' : 'left'
  return side === 'first' ? startSide : other
}

/** How a block is named while it is led: the movement, by its plain name. */
export function stepTitle(step: ScriptStep, movementId: string | undefined, catalogue: Catalogue): string {
  if (step.kind === 'ending') return 'Back to where you began'
  return catalogue.movements.get(movementId ?? '')?.name ?? 'Unknown movement'
}
