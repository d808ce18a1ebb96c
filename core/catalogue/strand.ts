import type { Movement } from './catalogue'
import { STRANDS, type Strand } from './words'

/** How a line of defence is called where people read it. */
export const STRAND_WORDS: Record<Strand, string> = {
  ankle: 'from the ankles',
  hip: 'from the hips',
  step: 'the step that saves',
}

/**
 * Which line of defence a movement trains as balance, in the order in which they are trained: 1 the ankles, 2 the hips,
 * 3 the step; 0 none. Strength for it (heels up, a lunge) goes by the order of strength.
 *
 * @source ankle before hip before step: common practice, no source
 * @example
 * lineOfDefence({ strand: 'hip', quality: 'balance' }) // 2
 * lineOfDefence({ strand: 'ankle', quality: 'strength' }) // 0
 */
export function lineOfDefence({ strand, quality }: Pick<Movement, 'strand' | 'quality'>): number {
  return strand === undefined || quality === 'strength' ? 0 : STRANDS.indexOf(strand) + 1
}
