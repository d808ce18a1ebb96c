import type { SceneEntry } from '../catalogue/figure'
import type { Vec } from './vector'

/** The height for which rooms are drawn, cm; a body's own lengths are fractions of its height. */
export const REFERENCE_HEIGHT_CM = 168
/** Centimetres as body heights of the reference. */
export const cm = (centimetres: number): number => centimetres / REFERENCE_HEIGHT_CM

/** Usual sizes of what stands in a room, cm; common practice, no source. */
export const SIZE_CM = {
  seat: 45,
  chairBack: 88,
  seatSide: 42,
  table: 73,
  bed: 50,
  step: 15,
  block: 10,
  cushion: 5,
  pillow: 9,
  mat: 1,
  towelRoll: 8,
  ball: 18,
} as const

/** The heights and places that contacts rest on, body heights. */
export interface Scene extends SceneEntry {
  seatTop: number
  bedTop: number
  /** What a lying body lies on. */
  ground: number
  /** The bed from above: from and to along x, half its width along z; null without one. */
  bedBox: { from: number; to: number; half: number } | null
  wallAt: number
  stepTop: number
  /** The chair's middle of the seat on the floor, and which way it looks, degrees from forward to the right. */
  chairAt: Vec
  chairFacing: number
}

const CHAIRS: Record<SceneEntry['chair'], { at: Vec; facing: number }> = {
  none: { at: [0, 0, 0], facing: 0 },
  sit: { at: [0, 0, 0], facing: 0 },
  // The sitter looks forward, the backrest is at the sitter's right.
  sideways: { at: [0, 0, 0], facing: -90 },
  // The chair's back is turned to the one who stands behind it.
  before: { at: [cm(52), 0, 0], facing: 0 },
  // Its back is turned to the one who stands beside it, on their right or left.
  beside: { at: [cm(12), 0, cm(48)], facing: -90 },
  'beside-left': { at: [cm(12), 0, cm(-48)], facing: 90 },
  // The seat is turned to the one who kneels or stands before it.
  'behind-turned': { at: [cm(64), 0, 0], facing: 180 },
}

const BED_BOX: Record<SceneEntry['bed'], Scene['bedBox']> = {
  none: null,
  long: { from: -0.62, to: 0.62, half: 0.27 },
  edge: { from: -0.5, to: 0.085, half: 0.42 },
}

function groundOf({ bed, mat }: SceneEntry): number {
  if (bed !== 'none') return cm(SIZE_CM.bed)
  return mat ? cm(SIZE_CM.mat) : 0
}

/**
 * Works out where things stand.
 *
 * @example
 * sceneOf({ ...EMPTY_SCENE, mat: true }).ground === cm(1) // true
 */
export function sceneOf(entry: SceneEntry): Scene {
  const { at, facing } = CHAIRS[entry.chair]
  return {
    ...entry,
    seatTop: cm(SIZE_CM.seat + entry.seatCushions * SIZE_CM.cushion),
    bedTop: cm(SIZE_CM.bed),
    ground: groundOf(entry),
    bedBox: BED_BOX[entry.bed],
    wallAt: entry.wall === 'behind' ? -cm(14) : cm(48),
    stepTop: cm(SIZE_CM.step),
    chairAt: at,
    chairFacing: facing,
  }
}
