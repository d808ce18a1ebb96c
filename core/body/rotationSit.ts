import { BUILD, RADIUS, SEGMENT } from './segments'
import { dot, RAD, type Vec } from './vector'

/** From straight ahead to where the back thigh points, seen from above; ours, common practice. */
const BACK_THIGH_OUT_DEG = 60
const HIGHEST_BLOCK_CM = 30

/**
 * Inward rotation that the back hip needs in a floor rotation sit (both knees at right angles), derived from the
 * skeleton in three dimensions.
 *
 * Assumed: the pelvis upright and level; the back thigh points 60° out to its side as seen from above and slopes down
 * to a knee that rests on the floor; the shin lies level, at a right angle to the thigh, and points back. The hip's
 * angles are read as flexion, then abduction, then rotation about the thigh, so without rotation the shin hangs in the
 * plane of flexion. On a level thigh the shin would have to turn a right angle; the more the raised seat lets the thigh
 * slope, the less.
 *
 * @param heightCm body height
 * @param raisedCm block or cushions under the seat
 * @returns degrees; null where the seat is so high that the knee no longer rests on the floor
 * @source derived here; segment lengths Drillis & Contini in Winter (memory)
 * @example
 * backHipInwardDeg(168, 0) // 81.56
 */
export function backHipInwardDeg(heightCm: number, raisedCm: number): number | null {
  const drop = raisedCm / heightCm + BUILD.seatBelowHip - RADIUS.knee
  if (drop >= SEGMENT.thigh) return null
  const slope = Math.asin(drop / SEGMENT.thigh)
  const out = BACK_THIGH_OUT_DEG * RAD
  const thigh: Vec = [Math.cos(out) * Math.cos(slope), -Math.sin(slope), Math.sin(out) * Math.cos(slope)]
  const shin: Vec = [-Math.sin(out), 0, Math.cos(out)]
  const flexion = Math.atan2(thigh[0], -thigh[1])
  const hanging: Vec = [-Math.cos(flexion), -Math.sin(flexion), 0]
  return Math.acos(Math.max(-1, Math.min(1, dot(hanging, shin)))) / RAD
}

/**
 * The curve that an instructor reads: every 5 cm of block, what the back hip needs.
 *
 * @example
 * rotationSitCurve(168)[0] // { raisedCm: 0, inwardDeg: 81.56 }
 */
export function rotationSitCurve(heightCm: number): { raisedCm: number; inwardDeg: number }[] {
  const heights = Array.from({ length: HIGHEST_BLOCK_CM / 5 + 1 }, (_, at) => at * 5)
  return heights.flatMap((raisedCm) => {
    const inwardDeg = backHipInwardDeg(heightCm, raisedCm)
    return inwardDeg === null ? [] : [{ raisedCm, inwardDeg }]
  })
}

/**
 * The lowest block that leaves a margin at the back hip.
 *
 * @param measuredInwardDeg the person's inward turn, measured
 * @param share how much of it may be used; 0.85 is comfortable
 * @returns whole centimetres; null where no block up to 30 cm is enough
 * @example
 * sittingBlock(168, 60) // 16
 */
export function sittingBlock(heightCm: number, measuredInwardDeg: number, share = 0.85): number | null {
  for (let raisedCm = 0; raisedCm <= HIGHEST_BLOCK_CM; raisedCm += 1) {
    const needed = backHipInwardDeg(heightCm, raisedCm)
    if (needed !== null && needed <= share * measuredInwardDeg) return raisedCm
  }
  return null
}
