import type { LaneMoment, ScriptStep } from '~~/core/lead/script'
import { partOfChain } from '~~/core/plan/chain'
import type { Block } from '~~/core/plan/plan'
import { capital, joined } from '~~/core/sentence'
import { sideWords, type SideWords } from '~~/core/lead/cueWords'

/** The words for a side as a heading; empty where sides do not matter. */
function sideHeading(side: ScriptStep['side'], habit: SideWords): string {
  if (side === 'weaker') return 'The side that catches up'
  return side === 'both' ? '' : capital(sideWords(side, habit))
}

/** What is going on, in a few words that are read from across the room. */
export function stepWords(step: Pick<ScriptStep, 'kind' | 'side' | 'waits'> | undefined, habit: SideWords): string {
  switch (step?.kind) {
    case 'drink':
      return 'Water, a minute'
    case 'introduce':
      return 'Say it, show it'
    case 'changeover':
      return 'Get there, no hurry'
    case 'rest':
      return step.waits ? 'Rest until everybody can talk, then on' : 'Rest'
    case 'change-side':
      return step.side === 'weaker'
        ? 'Once more for the weaker side'
        : `Change to the ${sideHeading(step.side, habit).toLowerCase()}`
    case 'ending':
      return 'Slowly, nobody is rushed'
    default:
      return sideHeading(step?.side ?? 'both', habit) || 'All together'
  }
}

/** What one lane does while the block's clock runs. */
export function laneWords(moment: LaneMoment, habit: SideWords): string {
  const { kind, side } = moment
  return kind === 'filler' ? 'Stay and breathe, or one more round' : stepWords({ kind, side }, habit)
}

/**
 * Which part of its chain a block is; empty: it stands by itself.
 *
 * @example
 * chainPartWords(plan.blocks, 'b') // “Round the hip, 2 of 3, second side”
 */
export function chainPartWords(blocks: readonly Block[], id: string): string {
  const here = partOfChain(blocks, id)
  if (!here) return ''
  return joined([here.name || 'Chain', `${here.part} of ${here.of}`, here.onSide === null ? '' : `${here.onSide} side`])
}
