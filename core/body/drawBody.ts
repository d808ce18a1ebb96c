import { entryAt } from '../entries'
import type { BodySide } from './joints'
import { capsulePath, flat, hullPath, type Disc, type View } from './project'
import { RADIUS } from './segments'
import type { Skeleton } from './skeleton'
import { ballAt, type Spot } from './spots'
import { add, cross, dot, mix, scale, sub, turned, unit, type Vec } from './vector'

/** A part of the drawing: paths with the class that colours them, and how near it is. */
export interface Part {
  depth: number
  /** One that is empty is not seen now: its place is kept for when it is. */
  paths: { d: string; fill: string }[]
  /** Drawn with a thin rim in the ground's colour, so that crossing limbs stay apart. */
  halo: boolean
}

/** A full breath in: how far the belly comes forward, and the ribs widen, body heights (3 cm and 8 mm); memory. */
const [BELLY, RIBS] = [0.018, 0.005]

/**
 * The body as parts, always in the same order: trunk, head, then leg, foot, upper arm and forearm of each side, each with
 * its own nearness.
 *
 * @param far the side that is farther away; left out: as the body is turned. A moving body keeps it.
 * @param breath how far it has breathed in, 0–1
 * @example
 * bodyParts(standing, viewOf({ yaw: 0, pitch: 0 })).length // 10
 */
export function bodyParts(body: Skeleton, view: View, far = farSide(body, view), breath = 0): Part[] {
  return [
    trunk(body, view, breath),
    head(body, view),
    ...(['left', 'right'] as const).flatMap((side) => [
      leg(body, view, side, side === far),
      foot(body, view, side, side === far),
      ...arm(body, view, side, side === far),
    ]),
  ]
}

/**
 * The side that is farther away, where one clearly is.
 *
 * @example
 * farSide(standing, viewOf({ yaw: 0, pitch: 0 })) // 'left'
 */
export function farSide(body: Skeleton, view: View): BodySide | null {
  const gap =
    dot(view.towards, sub(body.right.hip, body.left.hip)) +
    dot(view.towards, sub(body.right.shoulder, body.left.shoulder))
  if (Math.abs(gap) < 0.09) return null
  return gap > 0 ? 'left' : 'right'
}

function disc(view: View, at: Vec, r: number): Disc {
  const { x, y } = flat(view, at)
  return { x, y, r }
}
function nearness(view: View, ...points: Vec[]): number {
  return points.reduce((sum, at) => sum + dot(view.towards, at), 0) / points.length
}

function trunk(body: Skeleton, view: View, breath: number): Part {
  const shoulders = (['left', 'right'] as const).map((side) =>
    disc(view, mix(body[side].shoulder, body.neckBase, 0.12), RADIUS.shoulder),
  )
  const upper = hullPath([
    ...shoulders,
    disc(view, add(body.neckBase, turned(body.chest, [0.004 + RIBS * breath, -0.075, 0.045])), 0.058 + RIBS * breath),
    disc(view, add(body.neckBase, turned(body.chest, [0.004 + RIBS * breath, -0.075, -0.045])), 0.058 + RIBS * breath),
    ...waist(body, view, breath),
  ])
  const lower = hullPath([...waist(body, view, breath), ...hips(body, view)])
  const seat = hullPath([
    ...hips(body, view),
    disc(view, add(body.midHip, turned(body.pelvis, [-0.006, 0.035, 0.03])), 0.05),
    disc(view, add(body.midHip, turned(body.pelvis, [-0.006, 0.035, -0.03])), 0.05),
  ])
  const neck = capsulePath(
    disc(view, mix(body.neckBase, body.neckTop, -0.2), RADIUS.neck),
    disc(view, body.neckTop, RADIUS.neck),
  )
  return {
    depth: nearness(view, body.midHip, body.neckBase),
    halo: true,
    paths: [
      { d: neck, fill: 'skin' },
      { d: lower, fill: 'shirt' },
      { d: upper, fill: 'shirt' },
      { d: seat, fill: 'legs' },
    ],
  }
}
function waist(body: Skeleton, view: View, breath: number): Disc[] {
  const side = turned(body.chest, [0, 0, 0.034])
  const at = add(entryAt(body.spine, 3), turned(body.chest, [BELLY * breath, 0, 0]))
  return [disc(view, add(at, side), RADIUS.waist), disc(view, sub(at, side), RADIUS.waist)]
}
function hips(body: Skeleton, view: View): Disc[] {
  return [disc(view, body.left.hip, RADIUS.hip), disc(view, body.right.hip, RADIUS.hip)]
}

function head(body: Skeleton, view: View): Part {
  const at = (forward: number, up: number, right: number): Vec =>
    add(body.head, turned(body.skull, [forward, up, right]))
  const face = hullPath([
    disc(view, at(-0.006, 0.012, 0), 0.053),
    disc(view, at(0.014, -0.03, 0), 0.034),
    disc(view, at(0.022, -0.048, 0), 0.019),
    disc(view, at(0.012, 0.006, 0), 0.046),
  ])
  const hair = hullPath([
    disc(view, at(-0.01, 0.018, 0), 0.0555),
    disc(view, at(0.012, 0.034, 0), 0.042),
    disc(view, at(-0.026, -0.008, 0), 0.036),
  ])
  const faceTurn = dot(view.towards, turned(body.skull, [1, 0, 0]))
  const paths = [
    { d: face, fill: 'skin' },
    { d: hair, fill: 'hair' },
  ]
  // The face comes before the hair as far as it is turned to us; from behind only hair is seen.
  paths.push({
    d:
      faceTurn > -0.55
        ? hullPath([
            disc(view, at(0.024, -0.006, 0), 0.036),
            disc(view, at(0.02, -0.03, 0), 0.031),
            disc(view, at(0.025, -0.048, 0), 0.017),
          ])
        : '',
    fill: 'skin',
  })
  for (const side of [1, -1]) {
    const out = turned(body.skull, [0, 0, side])
    paths.push({
      d:
        dot(view.towards, out) > 0.25
          ? capsulePath(
              disc(view, at(-0.004, -0.002, side * 0.047), 0.0095),
              disc(view, at(-0.001, -0.018, side * 0.045), 0.007),
            )
          : '',
      fill: 'ear',
    })
  }
  return { depth: nearness(view, body.head) + 0.02, halo: true, paths }
}

function limb(view: View, points: readonly [Vec, number][]): string {
  return points
    .slice(1)
    .map(([at, r], index) => {
      const [before, width] = entryAt(points, index)
      return capsulePath(disc(view, before, width), disc(view, at, r))
    })
    .join('')
}

function leg(body: Skeleton, view: View, side: BodySide, isFar: boolean): Part {
  const { hip, knee, ankle } = body[side]
  const d = limb(view, [
    [hip, RADIUS.hip],
    [mix(hip, knee, 0.55), 0.0405],
    [knee, RADIUS.knee],
    [mix(knee, ankle, 0.3), RADIUS.calf],
    [mix(knee, ankle, 0.9), RADIUS.ankle],
  ])
  return {
    depth: nearness(view, hip, knee, knee, ankle) + (isFar ? -0.03 : 0.03),
    halo: true,
    paths: [{ d, fill: isFar ? 'legs-far' : 'legs' }],
  }
}

function foot(body: Skeleton, view: View, side: BodySide, isFar: boolean): Part {
  const { ankle, heel, ball, toe, footUp, knee } = body[side]
  const top = add(mix(ankle, ball, 0.45), scale(footUp, -0.004))
  const d =
    limb(view, [
      [mix(knee, ankle, 0.88), 0.018],
      [ankle, 0.0195],
    ]) +
    hullPath([disc(view, ankle, 0.0185), disc(view, heel, RADIUS.heel), disc(view, ball, RADIUS.ball)]) +
    hullPath([disc(view, top, 0.016), disc(view, ball, RADIUS.ball), disc(view, toe, RADIUS.toe)])
  return {
    depth: nearness(view, ankle, ball) + (isFar ? -0.035 : 0.02),
    halo: true,
    paths: [{ d, fill: isFar ? 'skin-far' : 'skin' }],
  }
}

function arm(body: Skeleton, view: View, side: BodySide, isFar: boolean): Part[] {
  const { shoulder, elbow, wrist, knuckles, fingertip, palmNormal } = body[side]
  const skin = isFar ? 'skin-far' : 'skin'
  const sleeve = limb(view, [
    [shoulder, RADIUS.shoulder],
    [mix(shoulder, elbow, 0.58), 0.0285],
  ])
  const upper = limb(view, [
    [mix(shoulder, elbow, 0.45), 0.0245],
    [elbow, RADIUS.elbow],
  ])
  const fore = limb(view, [
    [elbow, RADIUS.elbow],
    [mix(elbow, wrist, 0.25), 0.0225],
    [wrist, RADIUS.wrist],
  ])
  const across = unit(cross(sub(fingertip, wrist), palmNormal))
  const hand =
    hullPath([
      disc(view, wrist, 0.0145),
      disc(view, add(knuckles, scale(across, 0.009)), 0.0135),
      disc(view, add(knuckles, scale(across, -0.009)), 0.0135),
    ]) +
    hullPath([
      disc(view, add(knuckles, scale(across, 0.008)), 0.0125),
      disc(view, add(knuckles, scale(across, -0.008)), 0.0125),
      disc(view, mix(knuckles, fingertip, 0.86), 0.0095),
    ])
  const bias = isFar ? -0.05 : 0.04
  return [
    {
      depth: nearness(view, shoulder, elbow) + bias,
      halo: true,
      paths: [
        { d: upper, fill: skin },
        { d: sleeve, fill: isFar ? 'shirt-far' : 'shirt' },
      ],
    },
    { depth: nearness(view, elbow, wrist) + bias + 0.012, halo: true, paths: [{ d: fore + hand, fill: skin }] },
  ]
}

/** The spots whose shadow falls on what is beneath. */
export const SHADOW_SPOTS: readonly Spot[] = [
  'seat',
  'chest',
  'head',
  'left knee',
  'right knee',
  'left ankle',
  'right ankle',
  'left toe',
  'right toe',
  'left palm',
  'right palm',
  'left elbow',
  'right elbow',
]

/**
 * A soft shadow straight down on the ground.
 *
 * @example
 * shadowPath(standing, viewOf({ yaw: 0, pitch: 20 }), 0).startsWith('M') // true
 */
export function shadowPath(body: Skeleton, view: View, ground: number): string {
  const down = SHADOW_SPOTS.map((spot) => ballAt(body, spot)).map(({ at, radius }) =>
    disc(view, [at[0], ground, at[2]], radius * 0.8),
  )
  const chains: number[][] = [
    [0, 1, 2],
    [0, 3, 5, 7],
    [0, 4, 6, 8],
    [1, 11, 9],
    [1, 12, 10],
  ]
  return chains
    .flatMap((chain) =>
      chain.slice(1).map((at, index) => capsulePath(entryAt(down, entryAt(chain, index)), entryAt(down, at))),
    )
    .join('')
}
