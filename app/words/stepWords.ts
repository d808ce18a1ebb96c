import { bodySide, type LaneMoment, type ScriptStep } from '~~/core/lead/script'
import type { SideWords as Habit } from '~~/core/lead/cues'

/** The words for a side by the circle's habit; empty where sides do not matter. */
function sideWords(side: ScriptStep['side'], { sideHabit, startSide }: Habit): string {
  if (side === 'both') return ''
  if (sideHabit === 'first-second') return side === 'first' ? 'First side' : 'Second side'
  return bodySide(side, startSide) === 'left' ? 'Left side' : 'Right side'
}

/** What is going on, in a few words that are read from across the room. */
export function stepWords(step: Pick<ScriptStep, 'kind' | 'side'> | undefined, habit: Habit): string {
  switch (step?.kind) {
    case 'drink':
      return 'Water, a minute'
    case 'introduce':
      return 'Say it, show it'
    case 'changeover':
      return 'Get there, no hurry'
    case 'rest':
      return 'Rest'
    case 'change-side':
      return `Change to the ${sideWords(step.side, habit).toLowerCase()}`
    case 'ending':
      return 'Back to where you began'
    default:
      return sideWords(step?.side ?? 'both', habit) || 'Both sides together'
  }
}

/** What one lane does while the block's clock runs. */
export function laneWords(moment: LaneMoment, habit: Habit): string {
  const { kind, side } = moment
  return kind === 'filler' ? 'Stay and breathe, or one more round' : stepWords({ kind, side }, habit)
}
