import { entryAt } from '../entries'
import type { Camera, SceneEntry } from '../catalogue/figure'
import type { SolvedPose } from './figure'
import { ANGLE_COUNT } from './joints'
import { sceneOf } from './scene'
import type { Base } from './skeleton'
import { byAxis } from './vector'
import type { Moment, Way } from './way'

/** A way as it is stored and sent: whole numbers, each moment as what it differs from the one before. */
export interface ShippedWay {
  base: Base
  scene: SceneEntry
  camera: Camera
  /** All angles in tenths of a degree, then the middle of the hips in ten-thousandths of a body height. */
  moments: number[][]
  /** Whether it is a circle. */
  isRound?: boolean
  /** As in {@link Way}. */
  thingsAt?: 0 | 1
}

const PER_DEGREE = 10
const PER_HEIGHT = 10_000

/**
 * Packs a way.
 *
 * @param pose one of its ends: its scene and camera
 * @example
 * packWay(way, pose).moments.length // 5
 */
export function packWay(way: Pick<Way, 'base' | 'moments' | 'isRound'>, { scene, camera }: SolvedPose): ShippedWay {
  const whole = way.moments.map(({ angles, root }) => [
    ...[...angles].map((angle) => Math.round(angle * PER_DEGREE)),
    ...root.map((part) => Math.round(part * PER_HEIGHT)),
  ])
  const moments = whole.map((numbers, at) => {
    const before = whole[at - 1]
    return before ? numbers.map((number, of) => number - entryAt(before, of)) : numbers
  })
  return { base: way.base, scene, camera, moments, ...(way.isRound ? { isRound: true } : {}) }
}

/**
 * Unpacks a way.
 *
 * @example
 * unpackWay(packWay(way, pose)).moments.length // 5
 */
export function unpackWay({ base, scene, moments, isRound }: ShippedWay): Way {
  const sum = new Array<number>(ANGLE_COUNT + 3).fill(0)
  return {
    base,
    scene: sceneOf(scene),
    ...(isRound ? { isRound } : {}),
    moments: moments.map((numbers): Moment => {
      numbers.forEach((number, at) => (sum[at] = entryAt(sum, at) + number))
      return {
        angles: Float64Array.from(sum.slice(0, ANGLE_COUNT), (angle) => angle / PER_DEGREE),
        root: byAxis((axis) => entryAt(sum, ANGLE_COUNT + axis) / PER_HEIGHT),
      }
    }),
  }
}
