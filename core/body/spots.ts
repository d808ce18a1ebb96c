import { entryAt, entryOf } from '../entries'
import { SIDES, type BodySide } from './joints'
import { BUILD, RADIUS } from './segments'
import type { Skeleton } from './skeleton'
import { add, mix, scale, turned, type Vec } from './vector'

const LIMB_SPOTS = [
  'heel',
  'ball',
  'toe',
  'instep',
  'ankle',
  'shin',
  'knee',
  'thigh',
  'hip',
  'palm',
  'fingertip',
  'wrist',
  'forearm',
  'elbow',
  'shoulder',
] as const
export type LimbSpot = (typeof LIMB_SPOTS)[number]
const MIDDLE_SPOTS = ['seat', 'sacrum', 'waist', 'chest', 'head'] as const
type MiddleSpot = (typeof MIDDLE_SPOTS)[number]
/** A named place on the body that can touch something: a ball around a point. */
export type Spot = MiddleSpot | LimbPlace

type LimbPlace = `${BodySide} ${LimbSpot}`
const LIMB_PARTS: ReadonlyMap<LimbPlace, { side: BodySide; name: LimbSpot }> = new Map(
  SIDES.flatMap((side) =>
    LIMB_SPOTS.map((name): [LimbPlace, { side: BodySide; name: LimbSpot }] => [`${side} ${name}`, { side, name }]),
  ),
)

export interface Ball {
  at: Vec
  radius: number
}

/**
 * Where a spot is and how thick the body is there.
 *
 * @example
 * ballAt(standing, 'left knee').radius > 0 // true
 */
export function ballAt(body: Skeleton, spot: Spot): Ball {
  switch (spot) {
    case 'seat':
      return { at: body.midHip, radius: BUILD.seatBelowHip }
    case 'sacrum':
      return { at: add(body.midHip, turned(body.pelvis, [0, 0.025, 0])), radius: RADIUS.pelvis }
    case 'waist':
      return { at: entryAt(body.spine, 3), radius: RADIUS.waist }
    case 'chest':
      return { at: add(body.neckBase, turned(body.chest, [0, -0.062, 0])), radius: RADIUS.chest }
    case 'head':
      return { at: body.head, radius: RADIUS.head }
    default:
      return limbBallAt(body, spot)
  }
}

function limbBallAt(body: Skeleton, spot: LimbPlace): Ball {
  const { side, name } = entryOf(LIMB_PARTS, spot)
  const limb = body[side]
  switch (name) {
    case 'heel':
      return { at: limb.heel, radius: RADIUS.heel }
    case 'ball':
      return { at: limb.ball, radius: RADIUS.ball }
    case 'toe':
      return { at: limb.toe, radius: RADIUS.toe }
    case 'instep':
      return { at: add(mix(limb.ankle, limb.toe, 0.7), scale(limb.footUp, -0.002)), radius: 0.02 }
    case 'ankle':
      return { at: limb.ankle, radius: RADIUS.ankle }
    case 'shin':
      return { at: mix(limb.knee, limb.ankle, 0.5), radius: RADIUS.calf }
    case 'knee':
      return { at: limb.knee, radius: RADIUS.knee }
    case 'thigh':
      return { at: mix(limb.hip, limb.knee, 0.5), radius: 0.041 }
    case 'hip':
      return { at: limb.hip, radius: RADIUS.hip }
    case 'palm':
      return { at: limb.knuckles, radius: RADIUS.palm }
    case 'fingertip':
      return { at: limb.fingertip, radius: RADIUS.finger }
    case 'wrist':
      return { at: limb.wrist, radius: RADIUS.wrist }
    case 'forearm':
      return { at: mix(limb.elbow, limb.wrist, 0.5), radius: 0.019 }
    case 'elbow':
      return { at: limb.elbow, radius: RADIUS.elbow }
    case 'shoulder':
      return { at: limb.shoulder, radius: RADIUS.shoulder + 0.012 }
  }
}

/** Every spot that could sink into what is beneath or beside the body. */
export const ALL_SPOTS: readonly Spot[] = [
  ...MIDDLE_SPOTS,
  ...SIDES.flatMap((side) => LIMB_SPOTS.map((name): Spot => `${side} ${name}`)),
]
