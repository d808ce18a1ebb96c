import type { Tier } from '../catalogue/words'

/** What somebody's place takes of the floor, in metres: along the ring and towards its middle. */
export interface Footprint {
  kind: 'bed' | 'chair' | 'wheelchair' | 'behind-chair' | 'mat'
  widthM: number
  depthM: number
}

/**
 * Chair 1.5 wide with the arms out × 1.2 deep, standing behind a chair 1.2 × 1.5, mat 1.1 × 2.2; a bed with 0.8 m free
 * on one side.
 *
 * @source ours
 */
const FOOTPRINTS: Record<Tier, Footprint> = {
  bed: { kind: 'bed', widthM: 0.9 + 0.8, depthM: 2 },
  chair: { kind: 'chair', widthM: 1.5, depthM: 1.2 },
  standing: { kind: 'behind-chair', widthM: 1.2, depthM: 1.5 },
  floor: { kind: 'mat', widthM: 1.1, depthM: 2.2 },
}

/**
 * The footprint of somebody's place.
 *
 * @param joins a wheelchair takes a chair's place and stands without one
 * @example
 * footprintOf('floor', 'room') // { kind: 'mat', widthM: 1.1, depthM: 2.2 }
 */
export function footprintOf(tier: Tier, joins: 'room' | 'video' | 'wheelchair'): Footprint {
  return joins === 'wheelchair' && tier === 'chair' ? { ...FOOTPRINTS.chair, kind: 'wheelchair' } : FOOTPRINTS[tier]
}
