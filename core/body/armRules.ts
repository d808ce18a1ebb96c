import { entryAt } from '../entries'
import { SIDES, type BodySide } from './joints'
import { angleBetween } from './legAngles'
import { cmOf, elbowAt, FIRM, handAt, isHeldUp, leg, limb, type PoseView, type SideRule } from './poseView'
import { dot, RAD, sub, turned, unit } from './vector'

/** The upper arm from hanging, as it stands to the trunk. */
function armLift({ body }: PoseView, side: BodySide): number {
  return angleBetween(sub(body[side].elbow, body[side].shoulder), turned(body.chest, [0, -1, 0]))
}

/** How far a bent and inwardly turned arm reaches behind the trunk, cm; nothing for an arm that only leans back. */
function behindBack(view: PoseView, side: BodySide): number {
  const { body } = view
  const isBent = limb(view, side, 'elbowFlexion') > 45 && limb(view, side, 'shoulderOutward') < -25
  return isBent ? -cmOf(dot(sub(body[side].knuckles, entryAt(body.spine, 4)), turned(body.chest, [1, 0, 0]))) : 0
}

/** How far a lifted upper arm points across the chest, degrees. */
function acrossChest(view: PoseView, side: BodySide): number {
  const { body } = view
  if (armLift(view, side) < 40 || view.pose.base === 'side') return 0
  const arm = unit(sub(body[side].elbow, body[side].shoulder))
  const away = side === 'right' ? 1 : -1
  return -Math.asin(Math.max(-1, Math.min(1, away * dot(arm, turned(body.chest, [0, 0, 1]))))) / RAD
}

/** An arm that is turned outwards while it is lifted. */
function liftedOutward(view: PoseView, side: BodySide): number {
  return armLift(view, side) > 60 ? limb(view, side, 'shoulderOutward') : 0
}

/** Bent back hands under load: on hands and knees, in supports, leaned on while sitting. */
function wristLoad(view: PoseView, side: BodySide): number {
  if (view.handsDo === 'carry' && elbowAt(view, side) !== 'floor') return 1
  if (!FIRM.has(handAt(view, side))) return 0
  if (view.pose.base === 'prone') return isHeldUp(view) ? 1 : 0
  return limb(view, side, 'wristUp') > 60 ? 1 : 0
}

/** The trunk carried by an arm: front and side supports, from the knees or the feet. */
function shoulderLoad(view: PoseView, side: BodySide): number {
  const { pose, contacts } = view
  if (view.handsDo === 'carry') return 1
  if (elbowAt(view, side) !== 'floor' && !FIRM.has(handAt(view, side))) return 0
  if (pose.base === 'side') return contacts.flank === 'free' ? 1 : 0
  return isHeldUp(view) && SIDES.every((one) => leg(view, one).hipFlexion < 60) ? 1 : 0
}

/**
 * What geometry can tell of one arm. Thresholds are ours, from common practice: ends of range as about four fifths of
 * the usual range (AAOS, memory).
 */
export const ARM_RULES: readonly SideRule[] = [
  { tag: 'overhead-arm', what: 'lifts the arm by', unit: '°', over: 120, measure: armLift },
  { tag: 'behind-back-arm', what: 'reaches behind the back by', unit: ' cm', over: 8, measure: behindBack },
  { tag: 'arm-across', what: 'takes the arm across by', unit: '°', over: 19.5, measure: acrossChest },
  {
    tag: 'shoulder-outward-end',
    what: 'turns the lifted arm outwards by',
    unit: '°',
    over: 54.5,
    measure: liftedOutward,
  },
  { tag: 'wrist-load', what: 'loads a bent wrist', unit: '', over: 0, measure: wristLoad },
  { tag: 'shoulder-load', what: 'carries the trunk on the arm', unit: '', over: 0, measure: shoulderLoad },
]
