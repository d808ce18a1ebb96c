import { entryAt, keysOf } from '../entries'
import { contactsIn } from './contacts'
import { contactsAt, goingSpots, pinsFor } from './figure'
import { JOINTS } from './joints'
import { cm, REFERENCE_HEIGHT_CM, SIZE_CM, type Scene } from './scene'
import type { Skeleton } from './skeleton'
import { missedBy } from './solve'
import { overlaps, sinkings } from './sinking'
import { ballAt, type Spot } from './spots'
import { aboutY, byAxis, length, mix, sub, turned, type Vec } from './vector'
import { bodyAt, momentAt, type Way, type WayTask } from './way'

/** What a way may do beyond what its end poses do, cm; a study's numbers. */
export const AT_MOST_CM = { slide: 0.5, skate: 1.5, sink: 1, limb: 1.5, chair: 2 } as const
/** So far beyond its limit a joint may go, degrees: what the curve overshoots. */
const LIMIT_SLACK = 1.5
/** So far a joint goes from one picture to the next, degrees: more is a snap. */
const SNAP_DEG = 14
/** So many pictures of a way are looked at. */
const PICTURES = 20
/** A spot so near to what carries it rests on it, body heights. */
const RESTS = 0.004

/** How far a way goes beyond what its end poses do: the worst of its pictures, cm, and degrees for its joints. */
export interface WayFaults {
  /** Of contacts that stay: how far they leave their place, or lift. */
  slide: number
  /** Of feet on the ground, from one picture to the next, in sum. */
  skate: number
  sink: number
  /** Limb in limb. */
  limb: number
  /** Limb in chair. */
  chair: number
  joint: number
  /** The farthest that a joint goes from one picture to the next, degrees. */
  snap: number
}

/**
 * What is wrong with a way.
 *
 * @example
 * wayFaults(solveWay(task), task).slide < 0.5 // true
 */
export function wayFaults(way: Way, task: WayTask): WayFaults {
  const pictures = Array.from({ length: PICTURES + 1 }, (_, at) => bodyAt(way, at / PICTURES))
  const ends = [entryAt(pictures, 0), entryAt(pictures, endOf(way))]
  const beyond = (measure: (body: Skeleton) => number) =>
    Math.max(0, ...pictures.map(measure)) - Math.max(0, ...ends.map(measure))
  const { scene } = way
  return {
    slide: slideOf(pictures, ends, task, scene) * REFERENCE_HEIGHT_CM,
    skate: skateOf(pictures, task, scene) * REFERENCE_HEIGHT_CM,
    sink: beyond((body) => Math.max(...sinkings(body, scene))) * REFERENCE_HEIGHT_CM,
    limb: beyond((body) => Math.max(...overlaps(body))) * REFERENCE_HEIGHT_CM,
    chair: beyond((body) => inChair(body, scene)) * REFERENCE_HEIGHT_CM,
    joint: jointOf(way),
    snap: snapOf(way),
  }
}

/** Which of the pictures is the other pose. */
function endOf({ isRound }: Way): number {
  return isRound ? PICTURES / 2 : PICTURES
}

/**
 * Whether a way holds all that is asked of it.
 *
 * @example
 * isSound({ slide: 0.1, skate: 0, sink: 0.2, limb: 0, chair: 0, joint: 0, snap: 5 }) // true
 */
export function isSound(faults: WayFaults): boolean {
  return worstOf(faults) <= 1
}

/**
 * The worst fault as a multiple of what is allowed.
 *
 * @example
 * worstOf({ slide: 1, skate: 0, sink: 0, limb: 0, chair: 0, joint: 0, snap: 5 }) // 2
 */
export function worstOf({ joint, snap, ...faults }: WayFaults): number {
  const shares = keysOf(AT_MOST_CM).map((name) => faults[name] / AT_MOST_CM[name])
  return Math.max(joint / LIMIT_SLACK, snap / SNAP_DEG, ...shares)
}

/** What stays where it was, and what lies on a limb or a plane in both poses. */
function slideOf(
  pictures: readonly Skeleton[],
  ends: readonly Skeleton[],
  { posture, figure, names }: WayTask,
  scene: Scene,
): number {
  const [before, after] = names.map((name) => contactsIn(contactsAt(posture, figure, name), scene))
  const goes = goingSpots(figure[names[1]]?.goes ?? {})
  const kept = pinsFor(after ?? [], before ?? [], entryAt(pictures, 0), goes)
  return Math.max(
    0,
    ...kept.map((contact) => {
      const off = (body: Skeleton) => Math.abs(missedBy(contact, body))
      return Math.max(...pictures.map(off)) - Math.max(...ends.map(off))
    }),
  )
}

const FOOT_SPOTS = ['heel', 'ball'] as const

/** Feet that rest on the ground and glide there, but for those that are meant to. */
function skateOf(pictures: readonly Skeleton[], { figure, names }: WayTask, scene: Scene): number {
  const goes = goingSpots(figure[names[1]]?.goes ?? {})
  const floor = scene.bedBox ? null : scene.ground
  if (floor === null) return 0
  const skates = (['left', 'right'] as const).flatMap((side) =>
    FOOT_SPOTS.filter((spot) => !goes(`${side} ${spot}`)).map((name) => {
      const spot: Spot = `${side} ${name}`
      return pictures.slice(1).reduce((sum, body, at) => {
        const [one, two] = [ballAt(entryAt(pictures, at), spot), ballAt(body, spot)]
        const rests = one.at[1] - one.radius < floor + RESTS && two.at[1] - two.radius < floor + RESTS
        return rests ? sum + Math.hypot(two.at[0] - one.at[0], two.at[2] - one.at[2]) : sum
      }, 0)
    }),
  )
  return Math.max(0, ...skates)
}

function jointOf(way: Way): number {
  let worst = 0
  const ends = [momentAt(way, 0), momentAt(way, endOf(way) / PICTURES)]
  for (let at = 0; at <= PICTURES; at += 1) {
    momentAt(way, at / PICTURES).angles.forEach((angle, of) => {
      const { from, to } = entryAt(JOINTS, of)
      const over = (value: number) => Math.max(0, from - value, value - to)
      worst = Math.max(worst, over(angle) - Math.max(...ends.map(({ angles }) => over(entryAt(angles, of)))))
    })
  }
  return worst
}

function snapOf(way: Way): number {
  let worst = 0
  for (let at = 1; at <= PICTURES; at += 1) {
    const [before, now] = [momentAt(way, (at - 1) / PICTURES), momentAt(way, at / PICTURES)]
    now.angles.forEach((angle, of) => (worst = Math.max(worst, Math.abs(angle - entryAt(before.angles, of)))))
  }
  return worst
}

const CHAIR_LIMBS: readonly [Spot, Spot][] = (['left', 'right'] as const).flatMap((side): [Spot, Spot][] => [
  [`${side} knee`, `${side} ankle`],
  [`${side} elbow`, `${side} wrist`],
  [`${side} wrist`, `${side} fingertip`],
  [`${side} heel`, `${side} toe`],
])
const SEAT_THICK_CM = 4
const SAMPLES = 5

/** How deep a shin, a forearm, a hand or a foot is in the chair's seat or back, body heights. */
function inChair(body: Skeleton, scene: Scene): number {
  if (scene.chair === 'none') return 0
  const side = cm(SIZE_CM.seatSide) / 2
  const [top, back] = [scene.seatTop, cm(SIZE_CM.chairBack)]
  const boxes: [Vec, Vec][] = [
    [
      [0, top - cm(SEAT_THICK_CM) / 2, 0],
      [side, cm(SEAT_THICK_CM) / 2, side],
    ],
    [
      [-side + 0.012, top + (back - top) * 0.68, 0],
      [0.009, (back - top) * 0.3, side],
    ],
  ]
  let worst = 0
  for (const [from, to] of CHAIR_LIMBS) {
    const [a, b] = [ballAt(body, from), ballAt(body, to)]
    for (let at = 0; at <= SAMPLES; at += 1) {
      const share = at / SAMPLES
      const local = turned(aboutY(scene.chairFacing), sub(mix(a.at, b.at, share), scene.chairAt))
      const radius = a.radius + (b.radius - a.radius) * share
      for (const [middle, half] of boxes) worst = Math.max(worst, radius - toBox(sub(local, middle), half))
    }
  }
  return worst
}

/** How far a point is from a box round the origin; below 0 within it. */
function toBox(point: Vec, half: Vec): number {
  const over = byAxis((axis) => Math.abs(point[axis]) - half[axis])
  const outside = length([Math.max(0, over[0]), Math.max(0, over[1]), Math.max(0, over[2])])
  return outside > 0 ? outside : Math.max(...over)
}
