import { valueIn } from '../entries'
import { SEGMENT } from './segments'
import { RAD } from './vector'

/** Wanted seat height as percent of knee height, by level; ours. */
export const SEAT_PERCENT: Record<number, number> = { 1: 120, 2: 110, 3: 100, 4: 90, 5: 90 }
/** Hip centre above what is sat on, cm; ours, memory. */
export const HIP_ABOVE_SEAT_CM = 9
/** How far the trunk leans when rising, degrees; ours. */
export const RISING_LEAN_DEG = 35
const FIRM_CUSHIONS_AT_MOST = 2

export interface SeatFit {
  wantedCm: number
  cushions: number
  /** The chair with its cushions. */
  seatCm: number
  /** More than two firm cushions would be needed: take a higher seat. */
  needsHigherSeat: boolean
  /** Sitting upright, degrees; null where the thigh is too short to reach the floor from this seat. */
  hipAngleDeg: number | null
  /** At its peak while rising, degrees: what considerations limit. */
  risingHipAngleDeg: number | null
  kneeAngleDeg: number | null
}

/**
 * How far the thigh slopes down towards the knee when sitting, degrees: asin((hip height − knee height) / thigh).
 *
 * @returns null where the seat is so high or low that no thigh of this length reaches
 * @example
 * thighSlopeDeg(168, 55) // 23.06
 */
export function thighSlopeDeg(heightCm: number, seatCm: number): number | null {
  const ratio = (seatCm + HIP_ABOVE_SEAT_CM - SEGMENT.kneeHeight * heightCm) / (SEGMENT.thigh * heightCm)
  return Math.abs(ratio) > 1 ? null : Math.asin(ratio) / RAD
}

/**
 * The seat for sit to stand: percent of knee height by level, made up with cushions, rounding to the easier side.
 *
 * @param heightCm body height
 * @param chairCm the chair's seat height without cushions
 * @param cushionCm a cushion's thickness when it is sat on
 * @param shankLeanDeg how far the shin leans forward while rising
 * @source ours; segment lengths Drillis & Contini in Winter (memory)
 * @example
 * seatFit({ level: 1, heightCm: 168, chairCm: 45, cushionCm: 5, shankLeanDeg: 15 }).seatCm // 55
 */
export function seatFit({
  level,
  heightCm,
  chairCm,
  cushionCm,
  shankLeanDeg = 15,
}: {
  level: number
  heightCm: number
  chairCm: number
  cushionCm: number
  shankLeanDeg?: number
}): SeatFit {
  const wantedCm = (valueIn(SEAT_PERCENT, level) / 100) * SEGMENT.kneeHeight * heightCm
  const needed = Math.max(0, Math.ceil((wantedCm - chairCm) / cushionCm - 1e-9))
  const cushions = Math.min(FIRM_CUSHIONS_AT_MOST, needed)
  const seatCm = chairCm + cushions * cushionCm
  const slope = thighSlopeDeg(heightCm, seatCm)
  return {
    wantedCm,
    cushions,
    seatCm,
    needsHigherSeat: needed > FIRM_CUSHIONS_AT_MOST,
    hipAngleDeg: slope === null ? null : 90 - slope,
    risingHipAngleDeg: slope === null ? null : 90 - slope + RISING_LEAN_DEG,
    kneeAngleDeg: slope === null ? null : 90 - slope + shankLeanDeg,
  }
}
