import type { Catalogue, Movement, Variation } from './catalogue'
import { STRAND_WORDS } from './strand'
import type { Region, Strand, Tag, Tier } from './words'

/** What somebody looks for: words, and what it must or must not ask. */
export interface Wanted {
  /** Every word must stand in the name, the intent, the regions or a rung's name. */
  words: string
  /** Only movements with a ladder of their own in all of these tiers. */
  tiers: Tier[]
  region: Region | null
  /** Only rungs that train this line of defence. */
  strand: Strand | null
  /** Something that the cupboard has and that should be used. */
  prop: string | null
  /** Demands that no rung may carry: rungs that do are left out, and movements of which none is left. */
  without: Tag[]
}

export const ANYTHING: Wanted = { words: '', tiers: [], region: null, strand: null, prop: null, without: [] }

/** A movement that was found, with the rungs that fit in each tier. */
export interface FoundMovement {
  movement: Movement
  rungs: Variation[]
}

/**
 * Finds movements by intent, region, tier, prop and what they avoid ("no kneeling, no floor").
 *
 * @param demandTags all tags that a variation carries, its posture's too
 * @returns movements in their order with the rungs that fit, heaviest region match first
 * @example
 * findMovements(catalogue, { ...ANYTHING, tiers: ['bed'] }, () => new Set()).every((found) => 'bed' in
 * found.movement.ladders)
 * // true
 */
export function findMovements(
  catalogue: Catalogue,
  wanted: Wanted,
  demandTags: (variation: Variation) => readonly Tag[],
): FoundMovement[] {
  const words = wanted.words
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  const found = [...catalogue.movements.values()].flatMap((movement): FoundMovement[] => {
    if (wanted.region !== null && movement.regions[wanted.region] === undefined) return []
    if (!saysAll(movement, words)) return []
    const rungs = Object.values(movement.ladders)
      .flat()
      .filter((rung) => fits(rung, wanted, demandTags))
    if (rungs.length === 0 || wanted.tiers.some((tier) => !rungs.some((rung) => rung.tier === tier))) return []
    return [{ movement, rungs }]
  })
  const weight = ({ movement }: FoundMovement) => (wanted.region === null ? 0 : (movement.regions[wanted.region] ?? 0))
  return found.sort((a, b) => weight(b) - weight(a) || a.movement.number - b.movement.number)
}

function saysAll(movement: Movement, words: readonly string[]): boolean {
  if (words.length === 0) return true
  const rungs = Object.values(movement.ladders)
    .flat()
    .map((rung) => rung.name)
  const text = [
    movement.name,
    movement.intent,
    movement.phase,
    movement.quality,
    ...Object.keys(movement.regions),
    movement.strand === undefined ? '' : STRAND_WORDS[movement.strand],
    ...rungs,
  ]
    .join(' ')
    .replaceAll('-', ' ')
    .toLowerCase()
  return words.every((word) => text.includes(word))
}

function fits(
  rung: Variation,
  { strand, prop, without }: Wanted,
  demandTags: (variation: Variation) => readonly Tag[],
): boolean {
  if (strand !== null && rung.strand !== strand) return false
  if (prop !== null && !rung.props.some((need) => need.prop === prop || need.instead.includes(prop))) return false
  return without.length === 0 || !demandTags(rung).some((tag) => without.includes(tag))
}
