import { keysOf } from '../entries'
import type { Movement } from './catalogue'

/**
 * How near a name is to what was typed: the name itself, its beginning, the beginning of one of its words, a part of
 * it, or only something else that is said of it.
 *
 * @param typed what somebody looks for
 * @returns 0 for the name itself, to 4; smaller is nearer
 * @example
 * nameDistance('Pelvic tilt to rolling bridge', 'bridge') // 2
 */
export function nameDistance(name: string, typed: string): number {
  const [said, wanted] = [name.toLowerCase(), typed.trim().toLowerCase()]
  if (wanted === '') return 0
  if (said === wanted) return 0
  if (said.startsWith(wanted)) return 1
  if (said.split(/[\s-]+/).some((word) => word.startsWith(wanted))) return 2
  return said.includes(wanted) ? 3 : 4
}

/**
 * What is called like what was typed, the nearest name first; every word must be in the name or in what else is said.
 *
 * @param more other words under which it is found
 * @example
 * calledLike([{ name: 'Bridge', more: 'hip' }, { name: 'Rolling bridge', more: '' }], 'bridge').map(({ name }) => name)
 * // ['Bridge', 'Rolling bridge']
 */
export function calledLike<T extends { name: string; more: string }>(things: readonly T[], typed: string): T[] {
  const words = typed
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  if (words.length === 0) return []
  const said = ({ name, more }: T) => `${name} ${more}`.toLowerCase()
  return things
    .filter((thing) => words.every((word) => said(thing).includes(word)))
    .toSorted((a, b) => nameDistance(a.name, typed) - nameDistance(b.name, typed))
}

/** What the phase is worth beside the regions. */
const SAME_PHASE = 0.3

/**
 * How much two movements work the same: what their regions share, and whether they belong to one phase.
 *
 * @returns 0 where they share nothing; larger is nearer
 * @example
 * likeness(bridge, bridge) > 0 // true
 */
export function likeness(a: Pick<Movement, 'regions' | 'phase'>, b: Pick<Movement, 'regions' | 'phase'>): number {
  const shared = keysOf(a.regions).reduce(
    (sum, region) => sum + Math.min(a.regions[region] ?? 0, b.regions[region] ?? 0),
    0,
  )
  return shared + (a.phase === b.phase ? SAME_PHASE : 0)
}
