import type { Placing } from '~~/core/plan/placing'
import { clockWords } from './clock'

/**
 * What a movement costs at a place, for reading at a glance.
 *
 * @example
 * placingWords({ seconds: 80, changeoverSeconds: 0, breathing: [], offers: [] }, nameOf) // "+1:20, nobody has to move"
 */
export function placingWords(
  { seconds, changeoverSeconds, breathing }: Placing,
  nameOf: (id: string) => string,
): string {
  const way = changeoverSeconds === 0 ? 'nobody has to move' : `${Math.round(changeoverSeconds)} s to get there`
  return [
    `+${clockWords(Math.max(0, seconds))}`,
    way,
    breathing.length > 0 ? `breath only for ${breathing.map(nameOf).join(', ')}` : '',
  ]
    .filter((words) => words !== '')
    .join(', ')
}
