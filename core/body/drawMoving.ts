import type { Camera } from '../catalogue/figure'
import type { Press } from '../catalogue/movement'
import { pressArrow } from './pressArrow'
import { entryAt, lastOf } from '../entries'
import { frameAround, outlineOf, type Frame } from './draw'
import { bodyParts, farSide, shadowPath, type Part } from './drawBody'
import { sceneParts, strap } from './drawScene'
import { viewOf } from './project'
import type { Skeleton } from './skeleton'
import { bodyAt, type Way } from './way'

/** A layer of a moving drawing: paths that are painted one after the other. */
export interface Layer {
  /** Where it belongs among the others: it keeps its name for as long as the drawing lives. */
  key: string
  halo: boolean
  paths: readonly { d: string; fill: string }[]
}

/** A body that moves in a scene that stands still. */
export interface MovingDrawing {
  frame: Frame
  /** What lies beneath: painted once. */
  beneath: readonly Layer[]
  /**
   * What is painted at a share of the way, of a press and of a breath, from the back to the front: always the same
   * layers, seldom in another order.
   */
  at: (share: number, press?: number, breath?: number) => { shadow: string; layers: readonly Layer[] }
}

/** The order is settled at so many places of the way. */
const SETTLED = 20
/** Only what is nearer by so much comes before what was before it, body heights: no order flickers. */
const STICKS = 0.025
/** And so much where they lie over one another: more than two limbs are thick, or it would be seen to jump. */
const STICKS_OVER = 0.09
const BODY_KEYS = [
  'trunk',
  'head',
  ...['left', 'right'].flatMap((side) => ['leg', 'foot', 'upper', 'fore'].map((part) => `${side} ${part}`)),
]

/**
 * Draws a body on its way. What stands still is settled where it starts; which side is the far one, and which of two
 * neighbouring parts is in front, is settled for the whole way.
 *
 * @param camera from where it is looked at
 * @param shape of the frame, width ÷ height
 * @param presses where the force goes, as arrows that grow with it
 * @example
 * drawMoving(way, { yaw: 35, pitch: 10 }).at(0.5).layers.length > 9 // true
 */
export function drawMoving(way: Way, camera: Camera, shape = 4 / 3, presses: readonly Press[] = []): MovingDrawing {
  const view = viewOf(camera)
  const bodies = Array.from({ length: SETTLED + 1 }, (_, at) => bodyAt(way, at / SETTLED))
  const first = entryAt(bodies, 0)
  const far = farSide(first, view)
  const standing = sceneParts({ ...way.scene, strapFoot: 'none' }, way.thingsAt === 1 ? lastOf(bodies) : first, view)
  const partsOf = (body: Skeleton, breath = 0): Part[] => [
    ...standing.among,
    ...strap(way.scene, body, view),
    ...bodyParts(body, view, far, breath),
  ]
  const drawn = bodies.map((body) => partsOf(body))
  const orders = ordersOf(drawn, standing.among.length + strap(way.scene, first, view).length)
  const ground = way.scene.bedBox ? way.scene.bedTop : way.scene.ground + 0.0005
  const arrowsOf = (body: Skeleton, share: number) => presses.map((press) => pressArrow(press, body, view, share))
  const outlines = [...drawn, ...bodies.map((body) => arrowsOf(body, 1)), standing.beneath]
    .filter((parts) => parts.length > 0)
    .map((parts) => ({ paths: [], outline: outlineOf(parts) }))
  const keys = keysOf(entryAt(drawn, 0).length)
  return {
    frame: frameAround(outlines, shape),
    beneath: standing.beneath.toSorted((a, b) => a.depth - b.depth).map((part, at) => layerOf(part, `beneath ${at}`)),
    at: (share, press = 0, breath = 0) => {
      const body = bodyAt(way, share)
      const parts = partsOf(body, breath)
      const order = entryAt(orders, Math.round(Math.max(0, Math.min(1, share)) * SETTLED))
      return {
        shadow: shadowPath(body, view, ground),
        layers: [
          ...order.map((at) => layerOf(entryAt(parts, at), entryAt(keys, at))),
          ...arrowsOf(body, press).map((arrow, at) => layerOf(arrow, `press ${at}`)),
        ],
      }
    },
  }
}

const layerOf = ({ paths, halo }: Part, key: string): Layer => ({ key, halo, paths })
const keysOf = (count: number) =>
  Array.from({ length: count }, (_, at) => {
    const ofBody = at - (count - BODY_KEYS.length)
    return ofBody >= 0 ? entryAt(BODY_KEYS, ofBody) : `thing ${at}`
  })

/** Pairs of the body whose order is one for the whole way: neighbours of a limb, and limbs at the trunk. */
const NEIGHBOURS: readonly [string, string][] = (['left', 'right'] as const).flatMap((side): [string, string][] => [
  ['trunk', `${side} leg`],
  ['trunk', `${side} upper`],
  [`${side} leg`, `${side} foot`],
  [`${side} upper`, `${side} fore`],
])

/**
 * From the back to the front, at each settled place: what was behind stays behind until it is clearly nearer.
 *
 * @param before how many parts come before those of the body
 */
function ordersOf(drawn: readonly (readonly Part[])[], before: number): number[][] {
  const count = entryAt(drawn, 0).length
  const mean = Array.from(
    { length: count },
    (_, at) => drawn.reduce((sum, parts) => sum + entryAt(parts, at).depth, 0) / drawn.length,
  )
  const number = new Map(BODY_KEYS.map((key, at) => [key, before + at]))
  const fixed = new Set(NEIGHBOURS.flatMap(([a, b]) => [pair(number.get(a) ?? 0, number.get(b) ?? 0)]))
  let order = mean
    .map((_, at) => at)
    .toSorted((a, b) => entryAt(entryAt(drawn, 0), a).depth - entryAt(entryAt(drawn, 0), b).depth)
  order = sticky(order, (a, b) => (fixed.has(pair(a, b)) ? entryAt(mean, a) - entryAt(mean, b) : 0))
  return drawn.map((parts) => {
    const outlines = parts.map((part) => outlineOf([part]))
    order = sticky(order, (a, b) => {
      if (fixed.has(pair(a, b))) return entryAt(mean, a) - entryAt(mean, b)
      const sticks = lieOver(entryAt(outlines, a), entryAt(outlines, b)) ? STICKS_OVER : STICKS
      return entryAt(parts, a).depth - entryAt(parts, b).depth - sticks
    })
    return order
  })
}
type Outline = ReturnType<typeof outlineOf>
/**
 * Whether two outlines lie over one another.
 *
 * @example
 * lieOver({ left: 0, right: 2, top: 0, bottom: 2 }, { left: 1, right: 3, top: 1, bottom: 3 }) // true
 */
export const lieOver = (a: Outline, b: Outline) =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
const pair = (a: number, b: number) => (a < b ? `${a} ${b}` : `${b} ${a}`)

/** Neighbours change places where the one behind is ahead; as often as there are parts, at most. */
function sticky(order: readonly number[], ahead: (behind: number, before: number) => number): number[] {
  const next = [...order]
  for (let round = 0; round < next.length; round += 1) {
    let isStill = true
    for (let at = 0; at + 1 < next.length; at += 1) {
      const [a, b] = [entryAt(next, at), entryAt(next, at + 1)]
      if (ahead(a, b) <= 0) continue
      ;[next[at], next[at + 1]] = [b, a]
      isStill = false
    }
    if (isStill) break
  }
  return next
}
