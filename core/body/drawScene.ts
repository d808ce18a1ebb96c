import { entryAt } from '../entries'
import { capsulePath, flat, hullPath, hullOf, polygonPath, type Disc, type View } from './project'
import type { Part } from './drawBody'
import { cm, SIZE_CM, type Scene } from './scene'
import type { Skeleton } from './skeleton'
import { aboutY, add, dot, mix, turned, type Vec } from './vector'

/** A box that may be turned about the upright, by its middle and its half sizes, in body heights. */
interface Box {
  middle: Vec
  half: Vec
  turn: number
  look: 'wood' | 'bed' | 'mat' | 'wall' | 'block' | 'cushion' | 'step'
}

/**
 * What stands around the body, as parts that are sorted with its limbs; what lies beneath comes first.
 *
 * @example
 * sceneParts(scene, standing, viewOf({ yaw: 0, pitch: 0 })) // { beneath: [], among: [] }
 */
export function sceneParts(scene: Scene, body: Skeleton, view: View): { beneath: Part[]; among: Part[] } {
  const beneath: Part[] = []
  if (scene.bedBox) beneath.push(...bed(scene, view))
  if (scene.mat)
    beneath.push(
      boxPart(
        { middle: matMiddle(body), half: [matLength(body), cm(SIZE_CM.mat) / 2, 0.2], turn: 0, look: 'mat' },
        view,
      ),
    )
  if (scene.wall !== 'none') beneath.push(boxPart(wall(scene, body), view))
  const among: Part[] = [...chair(scene, view), ...pillows(scene, body, view), ...strap(scene, body, view)]
  if (scene.seatBlockCm > 0)
    among.push(blockUnder(body.midHip, { heightCm: scene.seatBlockCm, ground: scene.ground, half: [0.1, 0.075] }, view))
  if (scene.handBlockCm > 0)
    for (const side of ['left', 'right'] as const)
      among.push(
        blockUnder(
          body[side].knuckles,
          { heightCm: scene.handBlockCm, ground: scene.ground, half: [0.06, 0.035] },
          view,
        ),
      )
  if (scene.kneeCushions > 0) {
    const lower = body.left.knee[1] < body.right.knee[1] ? 'left' : 'right'
    for (let at = 0; at < scene.kneeCushions; at += 1) {
      among.push(
        boxPart(
          {
            middle: [body[lower].knee[0], scene.ground + cm(SIZE_CM.cushion) * (at + 0.5), body[lower].knee[2]],
            half: [0.08, cm(SIZE_CM.cushion) / 2, 0.07],
            turn: 0,
            look: 'cushion',
          },
          view,
          -0.06,
        ),
      )
    }
  }
  if (scene.step)
    among.push(
      boxPart(
        { middle: [0.26, scene.stepTop / 2, 0.04], half: [0.12, scene.stepTop / 2, 0.17], turn: 0, look: 'step' },
        view,
        -0.05,
      ),
    )
  return { beneath, among }
}

function bed({ bedBox, bedTop }: Scene, view: View): Part[] {
  if (!bedBox) return []
  const { from, to, half } = bedBox
  const x = (from + to) / 2
  const long = (to - from) / 2
  return [
    boxPart({ middle: [x, bedTop * 0.36, 0], half: [long, bedTop * 0.2, half], turn: 0, look: 'wood' }, view),
    boxPart({ middle: [x, bedTop - 0.055, 0], half: [long, 0.055, half], turn: 0, look: 'bed' }, view),
  ]
}

function chair(scene: Scene, view: View): Part[] {
  if (scene.chair === 'none') return []
  const [side, top, back] = [cm(SIZE_CM.seatSide), cm(SIZE_CM.seat), cm(SIZE_CM.chairBack)]
  const turn = -scene.chairFacing
  const box = (at: Vec, half: Vec, bias = 0, look: Box['look'] = 'wood'): Part =>
    boxPart({ middle: add(scene.chairAt, turned(aboutY(turn), at)), half, turn, look }, view, bias)
  const legs = [1, -1].flatMap((fx) =>
    [1, -1].map((fz) =>
      box(
        [fx * (side / 2 - 0.014), (top - 0.02) / 2, fz * (side / 2 - 0.014)],
        [0.0125, (top - 0.02) / 2, 0.0125],
        -0.03,
      ),
    ),
  )
  const posts = [1, -1].map((fz) =>
    box([-side / 2 + 0.012, (top + back) / 2, fz * (side / 2 - 0.014)], [0.0125, (back - top) / 2, 0.0125]),
  )
  const panel = box([-side / 2 + 0.012, top + (back - top) * 0.68, 0], [0.009, (back - top) * 0.3, side / 2 - 0.02])
  const cushions = Array.from({ length: scene.seatCushions }, (_, at) =>
    box(
      [0, top + cm(SIZE_CM.cushion) * (at + 0.5), 0],
      [side / 2 - 0.012, cm(SIZE_CM.cushion) / 2 - 0.001, side / 2 - 0.012],
      -0.08,
      'cushion',
    ),
  )
  return [...legs, ...posts, panel, box([0, top - 0.011, 0], [side / 2, 0.011, side / 2], -0.1), ...cushions]
}

function wall(scene: Scene, body: Skeleton): Box {
  const x = scene.wall === 'behind' ? scene.wallAt - 0.012 : scene.wallAt + 0.012
  const tall = Math.max(0.62, body.head[1] + 0.12)
  return { middle: [x, tall / 2, 0], half: [0.012, tall / 2, 0.26], turn: 0, look: 'wall' }
}

function matMiddle(body: Skeleton): Vec {
  return [(Math.min(...xs(body)) + Math.max(...xs(body))) / 2, cm(SIZE_CM.mat) / 2, 0]
}
function matLength(body: Skeleton): number {
  return Math.max(0.3, (Math.max(...xs(body)) - Math.min(...xs(body))) / 2 + 0.09)
}
function xs(body: Skeleton): number[] {
  return [
    body.head,
    body.midHip,
    body.left.toe,
    body.right.toe,
    body.left.knee,
    body.right.knee,
    body.left.fingertip,
    body.right.fingertip,
  ]
    .filter((at) => at[1] < 0.5)
    .map((at) => at[0])
}

function pillows(scene: Scene, body: Skeleton, view: View): Part[] {
  const parts: Part[] = []
  const pillow = (at: Vec, half: Vec, bias: number) => parts.push(softPart(at, half, view, bias))
  for (let count = 0; count < scene.headPillows; count += 1)
    pillow([body.head[0] - 0.01, scene.ground + 0.026 + count * 0.03, body.head[2]], [0.075, 0.024, 0.11], -0.12)
  if (scene.backPillows) {
    const middle = mix(body.midHip, body.neckTop, 0.72)
    pillow([middle[0] - 0.02, (scene.ground + middle[1]) / 2 - 0.01, 0], [0.13, 0.07, 0.15], -0.2)
    pillow([body.head[0] - 0.05, body.head[1] - 0.075, 0], [0.07, 0.035, 0.12], -0.12)
  }
  const knees = mix(body.left.knee, body.right.knee, 0.5)
  if (scene.pillowUnder === 'knees')
    pillow(
      [knees[0], (scene.ground + knees[1]) / 2 - 0.012, 0],
      [0.06, Math.max(0.02, (knees[1] - scene.ground) / 2 - 0.02), 0.13],
      -0.1,
    )
  const calves = mix(mix(body.left.knee, body.left.ankle, 0.7), mix(body.right.knee, body.right.ankle, 0.7), 0.5)
  if (scene.pillowUnder === 'calves') pillow([calves[0], scene.ground + 0.025, 0], [0.075, 0.024, 0.13], -0.12)
  if (scene.pillowUnder === 'between-knees') pillow(add(knees, [0.03, 0, 0]), [0.075, 0.03, 0.05], 0)
  if (scene.pillowUnder === 'seat') pillow([body.midHip[0] + 0.01, scene.ground + 0.02, 0], [0.09, 0.02, 0.12], -0.12)
  return parts
}

/**
 * The strap from both hands to a foot: it goes with them.
 *
 * @example
 * strap(scene, standing, viewOf({ yaw: 0, pitch: 0 })) // []
 */
export function strap({ strapFoot }: Scene, body: Skeleton, view: View): Part[] {
  if (strapFoot === 'none') return []
  const sole = mix(body[strapFoot].ball, body[strapFoot].heel, 0.15)
  return (['left', 'right'] as const).map((side) => {
    const ends = [body[side].knuckles, sole].map((at): Disc => ({ ...flat(view, at), r: 0.005 }))
    return {
      depth: dot(view.towards, mix(body[side].knuckles, sole, 0.5)) + 0.05,
      halo: false,
      paths: [{ d: capsulePath(entryAt(ends, 0), entryAt(ends, 1)), fill: 'strap' }],
    }
  })
}

/** A block on the ground under a seat or a hand. */
interface UnderBlock {
  heightCm: number
  ground: number
  half: readonly [number, number]
}

function blockUnder(at: Vec, { heightCm, ground, half: [hx, hz] }: UnderBlock, view: View): Part {
  const middle: Vec = [at[0], ground + cm(heightCm) / 2, at[2]]
  return boxPart({ middle, half: [hx, cm(heightCm) / 2, hz], turn: 0, look: 'block' }, view, -0.12)
}

/** A pillow: the hull of balls at its corners. */
function softPart(middle: Vec, half: Vec, view: View, bias: number): Part {
  const r = Math.min(half[1], 0.03)
  const corners = [1, -1].flatMap((x) =>
    [1, -1].flatMap((y) =>
      [1, -1].map((z): Disc => ({
        ...flat(view, add(middle, [x * (half[0] - r), y * Math.max(0, half[1] - r), z * (half[2] - r)])),
        r,
      })),
    ),
  )
  return { depth: dot(view.towards, middle) + bias, halo: false, paths: [{ d: hullPath(corners), fill: 'pillow' }] }
}

/** The faces of a box that are seen, in three tones: top, side and front. */
function boxPart({ middle, half, turn, look }: Box, view: View, bias = 0): Part {
  const frame = aboutY(turn)
  const axes = (
    [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ] as const
  ).map((axis) => turned(frame, axis))
  const corner = (signs: readonly number[]): Vec =>
    add(middle, turned(frame, [entryAt(signs, 0) * half[0], entryAt(signs, 1) * half[1], entryAt(signs, 2) * half[2]]))
  const tones = ['side', 'top', 'front']
  const paths = axes.flatMap((axis, at) => {
    const facing = dot(view.towards, axis)
    if (Math.abs(facing) < 0.01) return []
    const sign = Math.sign(facing)
    const [u, v] = [(at + 1) % 3, (at + 2) % 3]
    const points = [
      [1, 1],
      [1, -1],
      [-1, -1],
      [-1, 1],
    ].map(([a, b]) => {
      const signs = [0, 0, 0]
      ;[signs[at], signs[u], signs[v]] = [sign, a!, b!]
      return flat(view, corner(signs))
    })
    return [{ d: polygonPath(hullOf(points)), fill: `${look}-${tones[at]}` }]
  })
  return { depth: dot(view.towards, middle) + bias, halo: false, paths }
}
