import { shareOnFoot } from './balance'
import type { BodySide } from './joints'
import {
  cmOf,
  footAt,
  isKneeling,
  isSeated,
  isUpOnFeet,
  kneeAt,
  leg,
  limb,
  type PoseView,
  type SideRule,
} from './poseView'
import { dot, sub, unit, type Vec } from './vector'

/** Feet that carry: flat, on the ball or on the toes, on the floor or on a step; a heel set before one does not. */
const CARRYING_FEET: ReadonlySet<string> = new Set(['floor', 'ball', 'toes', 'step', 'step-ball'])

function isCarriedByFoot(view: PoseView, side: BodySide): boolean {
  return isUpOnFeet(view) && CARRYING_FEET.has(footAt(view, side))
}

/** How far the knee, or the ankle of a leg that is not turned out, has crossed the middle of the pelvis, cm. */
function crossing(view: PoseView, side: BodySide): number {
  const { body } = view
  const outward = unit(sub(body[side].hip, body.midHip))
  const over = (spot: Vec) => -cmOf(dot(sub(spot, body.midHip), outward))
  const knee = over(body[side].knee)
  const isTurnedOut = limb(view, side, 'hipOutward') > 30
  const ankleMiddle = 3
  return isTurnedOut ? knee : Math.max(knee, over(body[side].ankle) - ankleMiddle)
}

/** The knee's bend, where more is allowed to a leg that carries nothing. */
function bendBeyondKnee(view: PoseView, side: BodySide): number {
  const { kneeFlexion } = leg(view, side)
  const carries = isCarriedByFoot(view, side) || isKneeling(view, side)
  return carries ? kneeFlexion : kneeFlexion - UNLOADED_KNEE_MORE_DEG
}

const UNLOADED_KNEE_MORE_DEG = 15

/** Turned inwards: counts from less where the hip is bent. */
function inwardTurn(view: PoseView, side: BodySide): number {
  const isBent = leg(view, side).hipFlexion > 45
  return -limb(view, side, 'hipOutward') + (isBent ? 6 : 0)
}

/** With the knees so far bent somebody who kneels sits on the heels. */
const SAT_ON_HEELS_DEG = 125

/** An ankle at its end: drawn up under a straight knee, deep under a bent one, sat on, or rolled over. */
function ankleEnd(view: PoseView, side: BodySide): number {
  const { ankleUp, kneeFlexion } = leg(view, side)
  const foot = footAt(view, side)
  const isPressed = foot === 'floor' || foot === 'wall' || foot === 'step' || foot === 'step-ball'
  const straightLimit = isPressed ? 10 : 15
  const isUp = !isSeated(view) && (isPressed || foot === 'heel')
  const drawnUp = isUp ? ankleUp - (kneeFlexion < 12 ? straightLimit : 22) : -1
  const isSatOn = isKneeling(view, side) && kneeFlexion > SAT_ON_HEELS_DEG
  const isOnTop = foot === 'top' && (isSatOn || isSeated(view))
  return Math.max(drawnUp, isOnTop ? -ankleUp - 40 : -1, Math.abs(limb(view, side, 'inversion')) - 15)
}

function toeTuck(view: PoseView, side: BodySide): number {
  const foot = footAt(view, side)
  return foot === 'ball' || foot === 'toes' || foot === 'step-ball' ? limb(view, side, 'toesUp') : 0
}

/** A knee that is wrung: well bent while the thigh turns far and the shin is kept. */
function kneeTwist(view: PoseView, side: BodySide): number {
  const outward = limb(view, side, 'hipOutward')
  const isKept = footAt(view, side) === 'other-knee' || kneeAt(view, side) === 'floor'
  return leg(view, side).kneeFlexion > 60 && isKept ? Math.max(outward - 45, -outward - 25) : 0
}

/** A leg that stands alone. */
function standsAlone(view: PoseView, side: BodySide): number {
  const other = side === 'left' ? 'right' : 'left'
  return isCarriedByFoot(view, side) && !CARRYING_FEET.has(footAt(view, other)) ? 1 : 0
}

function loadOf(view: PoseView, side: BodySide): number {
  if (!isCarriedByFoot(view, side)) return 0
  return standsAlone(view, side) === 1 ? 1 : shareOnFoot(view.body, side)
}

/**
 * What geometry can tell of one leg. Thresholds are ours, from common practice: the position limits of hips as
 * commonly taught, ends of range as about four fifths of the usual range (AAOS, memory).
 */
export const LEG_RULES: readonly SideRule[] = [
  {
    tag: 'deep-hip-bend',
    what: 'bends the hip by',
    unit: '°',
    over: 90.5,
    measure: (view, side) => leg(view, side).hipFlexion,
  },
  {
    tag: 'hip-back-end',
    what: 'takes the thigh back by',
    unit: '°',
    over: 9.5,
    measure: (view, side) => -leg(view, side).hipFlexion,
  },
  { tag: 'hip-inward-turn-end', what: 'turns the hip inwards by', unit: '°', over: 19.5, measure: inwardTurn },
  {
    tag: 'hip-outward-turn-end',
    what: 'turns the hip outwards by',
    unit: '°',
    over: 29.5,
    measure: (view, side) => limb(view, side, 'hipOutward'),
  },
  { tag: 'hip-cross-midline', what: 'crosses the middle by', unit: ' cm', over: 0, measure: crossing },
  {
    tag: 'deep-knee-bend',
    what: 'bends the knee (15° less where it carries nothing) by',
    unit: '°',
    over: 99.5,
    measure: bendBeyondKnee,
  },
  { tag: 'knee-twist', what: 'wrings the knee beyond its limit by', unit: '°', over: 0, measure: kneeTwist },
  { tag: 'ankle-end', what: 'takes the ankle beyond its limit by', unit: '°', over: 0, measure: ankleEnd },
  { tag: 'toe-tuck', what: 'tucks the toes by', unit: '°', over: 24.5, measure: toeTuck },
  {
    tag: 'kneeling',
    what: 'carries on the knee',
    unit: '',
    over: 0,
    measure: (view, side) => (isKneeling(view, side) ? 1 : 0),
  },
  { tag: 'single-leg-stance', what: 'stands on the leg alone', unit: '', over: 0, measure: standsAlone },
  {
    tag: 'one-leg-load',
    what: 'puts this share of the weight on the leg',
    unit: '',
    over: 0.75,
    measure: (view, side) => loadOf(view, side),
  },
]
