import { z } from 'zod'
import type { Tier } from './words'

/** What somebody's place takes of the floor, in metres: along the ring and towards its middle. */
export const Footprint = z.strictObject({
  kind: z.enum(['bed', 'chair', 'wheelchair', 'behind-chair', 'mat']),
  widthM: z.number().positive(),
  depthM: z.number().positive(),
})
export type Footprint = z.infer<typeof Footprint>

/** `catalogue/stations.yaml`. */
export const Stations = z.strictObject({
  places: z.strictObject({ bed: Footprint, chair: Footprint, standing: Footprint, floor: Footprint }),
  wheelchair: Footprint,
  peopleAPairOfHands: z.number().int().positive(),
  origin: z.string().min(1),
})
export type Stations = z.infer<typeof Stations>

/**
 * The footprint of somebody's place.
 *
 * @param joins a wheelchair takes a chair's place and stands without one
 * @source `stations.yaml`
 * @example
 * footprintOf('floor', 'room', stations) // { kind: 'mat', widthM: 1.1, depthM: 2.2 }
 */
export function footprintOf(tier: Tier, joins: 'room' | 'video' | 'wheelchair', stations: Stations): Footprint {
  return joins === 'wheelchair' && tier === 'chair' ? stations.wheelchair : stations.places[tier]
}
