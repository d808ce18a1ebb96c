import { entryAt, lastOf } from '../entries'
import type { LimbAngle, TrunkAngle } from '../catalogue/figure'
import { limbIndex, trunkIndex, type Angles, type BodySide } from './joints'
import { BUILD, SEGMENT } from './segments'
import { aboutX, aboutY, aboutZ, add, after, IDENTITY, turned, type Rot, type Vec } from './vector'

/**
 * How the body lies in the room before it leans: upright, on the back, on the front or on hands and knees, on the
 * right side.
 */
export type Base = 'upright' | 'supine' | 'prone' | 'side'

/** Columns are where the body's forward, up and right point to. Lying on the back the head is to the left, face up. */
const BASES: Record<Base, Rot> = {
  upright: IDENTITY,
  supine: [0, -1, 0, 1, 0, 0, 0, 0, 1],
  prone: [0, 1, 0, -1, 0, 0, 0, 0, 1],
  side: [0, -1, 0, 0, 0, -1, 1, 0, 0],
}

export interface Arm {
  shoulder: Vec
  elbow: Vec
  wrist: Vec
  knuckles: Vec
  fingertip: Vec
  /** Where the palm faces. */
  palmNormal: Vec
}
export interface Leg {
  hip: Vec
  knee: Vec
  ankle: Vec
  heel: Vec
  ball: Vec
  toe: Vec
  /** Up through the foot, at right angles to the sole. */
  footUp: Vec
  /** Forward through the knee. */
  shinForward: Vec
}
/** Where everything is, in body heights. */
export interface Skeleton {
  pelvis: Rot
  chest: Rot
  skull: Rot
  midHip: Vec
  spine: Vec[]
  neckBase: Vec
  neckTop: Vec
  head: Vec
  left: Arm & Leg
  right: Arm & Leg
}

/**
 * Places the body: joint angles to points.
 *
 * Rotation orders: hip and shoulder flexion, then abduction, then turning about the limb; spine links flexion, side
 * bend, turn, each a third of its part's angle; the neck's angles half in the neck, half in the head.
 *
 * @param angles by number, degrees
 * @param root the middle between the hip centres, in body heights
 * @example
 * skeletonOf('upright', anglesOf(), [0, 0.53, 0]).left.hip[1] // 0.53
 */
export function skeletonOf(base: Base, angles: Angles, root: Vec): Skeleton {
  const trunk = (name: TrunkAngle) => entryAt(angles, trunkIndex(name))
  const pelvis = [
    aboutY(-trunk('heading')),
    BASES[base],
    aboutZ(-trunk('tilt')),
    aboutX(trunk('list')),
    aboutY(-trunk('twist')),
  ].reduce(after)
  const spine: Vec[] = [root, add(root, turned(pelvis, [0, BUILD.pelvis, 0]))]
  let frame = pelvis
  for (const [part, link] of [
    ['lumbar', BUILD.lumbarLink],
    ['thoracic', BUILD.thoracicLink],
  ] as const) {
    const bend = spineLink(trunk(`${part}Flexion`) / 3, trunk(`${part}Side`) / 3, trunk(`${part}Turn`) / 3)
    for (let at = 0; at < 3; at += 1) {
      frame = after(frame, bend)
      spine.push(add(lastOf(spine), turned(frame, [0, link, 0])))
    }
  }
  const chest = frame
  const neckBase = lastOf(spine)
  const half = spineLink(trunk('neckFlexion') / 2, trunk('neckSide') / 2, trunk('neckTurn') / 2)
  const neck = after(chest, half)
  const neckTop = add(neckBase, turned(neck, [0.006, BUILD.neck, 0]))
  const skull = after(neck, half)
  const head = add(neckTop, turned(skull, [0.012, BUILD.headCentre, 0]))
  const limbs = (side: BodySide) => ({ ...armOf(side, angles, chest, neckBase), ...legOf(side, angles, pelvis, root) })
  return {
    pelvis,
    chest,
    skull,
    midHip: root,
    spine,
    neckBase,
    neckTop,
    head,
    left: limbs('left'),
    right: limbs('right'),
  }
}

function spineLink(flexion: number, side: number, turn: number): Rot {
  return after(after(aboutZ(-flexion), aboutX(side)), aboutY(-turn))
}

/** Flexion, abduction, turning outwards: the same order and signs at hip and shoulder. */
function ball(side: BodySide, flexion: number, abduction: number, outward: number): Rot {
  const out = side === 'right' ? -1 : 1
  return after(after(aboutZ(flexion), aboutX(out * abduction)), aboutY(out * outward))
}

function armOf(side: BodySide, angles: Angles, chest: Rot, neckBase: Vec): Arm {
  const angle = (name: LimbAngle) => entryAt(angles, limbIndex(side, name))
  const away = side === 'right' ? 1 : -1
  const lift = Math.min(180, Math.max(Math.abs(angle('shoulderFlexion')), Math.abs(angle('shoulderAbduction')))) / 180
  const shoulder = add(
    neckBase,
    turned(chest, [0, -BUILD.shoulderDrop + lift * BUILD.shoulderRise, away * BUILD.shoulderCentre]),
  )
  const upper = after(chest, ball(side, angle('shoulderFlexion'), angle('shoulderAbduction'), angle('shoulderOutward')))
  const elbow = add(shoulder, turned(upper, [0, -SEGMENT.upperArm, 0]))
  const fore = after(after(upper, aboutZ(angle('elbowFlexion'))), aboutY(away * angle('pronation')))
  const wrist = add(elbow, turned(fore, [0, -SEGMENT.forearm, 0]))
  const hand = after(fore, aboutX(-away * angle('wristUp')))
  const along = (share: number): Vec => add(wrist, turned(hand, [0, -SEGMENT.hand * share, 0]))
  return { shoulder, elbow, wrist, knuckles: along(0.5), fingertip: along(1), palmNormal: turned(hand, [0, 0, -away]) }
}

function legOf(side: BodySide, angles: Angles, pelvis: Rot, root: Vec): Leg {
  const angle = (name: LimbAngle) => entryAt(angles, limbIndex(side, name))
  const away = side === 'right' ? 1 : -1
  const hip = add(root, turned(pelvis, [0, 0, away * BUILD.hipCentre]))
  const thigh = after(pelvis, ball(side, angle('hipFlexion'), angle('hipAbduction'), angle('hipOutward')))
  const knee = add(hip, turned(thigh, [0, -SEGMENT.thigh, 0]))
  const shank = after(thigh, aboutZ(-angle('kneeFlexion')))
  const ankle = add(knee, turned(shank, [0, -SEGMENT.shank, 0]))
  const foot = after(after(shank, aboutZ(angle('ankleUp'))), aboutX(away * angle('inversion')))
  const at = (forward: number, down: number): Vec => add(ankle, turned(foot, [forward, -down, 0]))
  const ballPoint = at(BUILD.ballForward, SEGMENT.ankleHeight - 0.0165)
  const toes = after(foot, aboutZ(angle('toesUp')))
  return {
    hip,
    knee,
    ankle,
    heel: at(-BUILD.heelBack, SEGMENT.ankleHeight - 0.02),
    ball: ballPoint,
    toe: add(ballPoint, turned(toes, [SEGMENT.foot - BUILD.heelBack - BUILD.ballForward - 0.012, -0.004, 0])),
    footUp: turned(foot, [0, 1, 0]),
    shinForward: turned(shank, [1, 0, 0]),
  }
}
