import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Side } from '../catalogue/words'
import type { Dials } from './dials'
import { limitWords, type Limit } from './limit'
import type { Arrival, Person } from './person'
import { judge } from './verdict'

/**
 * The usual way of a rung, or the nearest other that is open; with what closes the usual one.
 *
 * @example
 * firstOpen(rung('bridge.floor.2'), 'both', { person: ann, catalogue }).blocks // []
 */
export function firstOpen(
  rung: Variation,
  side: Side,
  { catalogue, person, arrival }: { person: Person; catalogue: Catalogue; arrival?: Arrival | undefined },
): { open: { way: Variation; watch: string[] } | null; blocks: Limit[] } {
  const usual = judge(rung, side, { person, arrival }, catalogue)
  if (usual.blocks.length === 0) return { open: { way: rung, watch: usual.watch }, blocks: [] }
  for (const way of rung.ways) {
    const { blocks, watch } = judge(way, side, { person, arrival }, catalogue)
    if (blocks.length === 0) return { open: { way, watch }, blocks: usual.blocks }
  }
  return { open: null, blocks: usual.blocks }
}

/**
 * What is said of a rung that will carry a load: it is begun without it.
 *
 * @example
 * loadWords({ dials: [] }, {}) // []
 */
export function loadWords({ dials: ranges }: Pick<Variation, 'dials'>, dials: Dials): string[] {
  const carries = ranges.some((range) => range.dial === 'load')
  return carries && dials.load === undefined ? [limitWords({ kind: 'unloaded' })] : []
}
