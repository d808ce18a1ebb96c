import type { VariationTexts } from '~~/core/catalogue/movement'
import type { Swing } from '~~/core/offer/swingFor'
import type { LaneMoment, ScriptStep } from '~~/core/lead/script'
import { capital } from '~~/core/sentence'
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
    case 'opening':
      return 'Two more if it is opening'
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
export function laneWords(moment: Pick<LaneMoment, 'kind' | 'side'>, habit: SideWords): string {
  const { kind, side } = moment
  return kind === 'filler' ? 'Stay and breathe, or one more round' : stepWords({ kind, side }, habit)
}

/**
 * What a lane is told of its swing: a word where they are, and how they get ready for it where they are elsewhere.
 *
 * @example
 * swingCue(swing, texts) // “Let the lower leg swing, forward and back.”
 */
export function swingCue({ there }: Pick<Swing, 'there'>, texts?: VariationTexts): string {
  return (there.length > 0 ? texts?.setUp : texts?.cues[0]) ?? ''
}
