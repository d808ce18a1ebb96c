import { entryAt } from '../entries'
import { SIDES } from './joints'
import { angleBetween } from './legAngles'
import { cmOf, handAt, STEADYING, trunk, type PoseView, type WholeRule } from './poseView'
import { turned } from './vector'

const rounding = (view: PoseView) => trunk(view, 'lumbarFlexion', 'thoracicFlexion')

/** The heart over the middle of the head, cm; on the side a pillow fills the gap. */
function heartOverHead({ pose, body }: PoseView): number {
  if (pose.base === 'side') return 0
  const heart = (entryAt(body.spine, 4)[1] + entryAt(body.spine, 5)[1]) / 2
  return cmOf(heart - body.head[1])
}

/** Rounding of a trunk that leans and that no hand holds up. */
function loadedRounding(view: PoseView): number {
  if (view.pose.base !== 'upright' || SIDES.some((side) => STEADYING.has(handAt(view, side)))) return 0
  const leaning = angleBetween(turned(view.body.chest, [0, 1, 0]), [0, 1, 0])
  return leaning > 45 ? rounding(view) : 0
}

/**
 * What geometry can tell of spine, neck and head. Thresholds are ours, from common practice: ends of range as about
 * four fifths of the usual range (AAOS, memory).
 */
export const TRUNK_RULES: readonly WholeRule[] = [
  { tag: 'spine-bend-end', what: 'rounds the back by', unit: '°', over: 27.5, measure: rounding },
  { tag: 'spine-bend-loaded', what: 'rounds the leaning back by', unit: '°', over: 19.5, measure: loadedRounding },
  { tag: 'spine-arch-end', what: 'arches the back by', unit: '°', over: 11.5, measure: (view) => -rounding(view) },
  {
    tag: 'spine-twist-end',
    what: 'turns the spine by',
    unit: '°',
    over: 34.5,
    measure: (view) => Math.abs(trunk(view, 'lumbarTurn', 'thoracicTurn')),
  },
  {
    tag: 'spine-side-end',
    what: 'bends the spine sideways by',
    unit: '°',
    over: 32.5,
    measure: (view) => Math.abs(trunk(view, 'lumbarSide', 'thoracicSide')),
  },
  {
    tag: 'neck-arch',
    what: 'arches the neck by',
    unit: '°',
    over: 19.5,
    measure: (view) => -trunk(view, 'neckFlexion'),
  },
  {
    tag: 'neck-turn-end',
    what: 'turns the neck by',
    unit: '°',
    over: 39.5,
    measure: (view) => Math.abs(trunk(view, 'neckTurn')),
  },
  { tag: 'head-below-heart', what: 'has the heart over the head by', unit: ' cm', over: 2.5, measure: heartOverHead },
]
