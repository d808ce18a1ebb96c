import { entryAt } from '../entries'
import type { PoseContacts, PoseName, PostureFigure } from '../catalogue/figure'
import type { VariationEntry } from '../catalogue/movement'
import type { HandsDo, Tag } from '../catalogue/words'
import { bodyOf, contactsAt, type SolvedPose } from './figure'
import { limbIndex, SIDES, trunkIndex, type BodySide } from './joints'
import { legAngles } from './legAngles'
import { REFERENCE_HEIGHT_CM, sceneOf } from './scene'
import type { Skeleton } from './skeleton'

/** A solved pose with what touches what in it. */
export interface PoseView {
  pose: SolvedPose
  body: Skeleton
  contacts: PoseContacts
  handsDo: HandsDo
}

/** What geometry reads off one side of a pose, and from where on it asks something of a body. */
export interface SideRule {
  tag: Tag
  /** What is measured, as it is said where a written tag disagrees. */
  what: string
  unit: '°' | ' cm' | ''
  over: number
  measure: (view: PoseView, side: BodySide) => number
}

export interface WholeRule extends Omit<SideRule, 'measure'> {
  measure: (view: PoseView) => number
}

/** The solved poses of a variation by name. */
export type PosesByName = Partial<Record<PoseName, SolvedPose>>

/** What an entry says of how a variation is done: its figure and its hands. */
export type Done = Pick<VariationEntry, 'figure' | 'handsDo'>

/**
 * A variation's poses with their bodies and contacts, in the order start, end, deepest.
 *
 * @example
 * viewsOf(posture, { figure: VariationFigure.parse({}), handsDo: 'rest' }, { start: pose }).length // 1
 */
export function viewsOf(posture: PostureFigure, { figure, handsDo }: Done, poses: PosesByName): PoseView[] {
  return (['start', 'end', 'deepest'] as const).flatMap((name) => {
    const pose = poses[name]
    return pose ? [{ pose, body: bodyOf(pose), contacts: contactsAt(posture, figure, name), handsDo }] : []
  })
}

/** Firm things that a flat hand can be loaded on. */
export const FIRM: ReadonlySet<string> = new Set([
  'floor',
  'floor-behind',
  'block',
  'bed',
  'seat',
  'chair-seat',
  'chair-seat-side',
])

/** What hands steady themselves on: something that does not give way. */
export const STEADYING: ReadonlySet<string> = new Set([...FIRM, 'chair-back', 'wall'])

/**
 * An angle of a limb, degrees.
 *
 * @example
 * limb(view, 'left', 'hipFlexion') > 80 // true
 */
export const limb = ({ pose }: PoseView, side: BodySide, name: Parameters<typeof limbIndex>[1]) =>
  entryAt(pose.angles, limbIndex(side, name))

/**
 * The sum of some angles of the trunk, degrees.
 *
 * @example
 * Math.abs(trunk(view, 'tilt')) < 10 // true
 */
export const trunk = ({ pose }: PoseView, ...names: Parameters<typeof trunkIndex>[0][]) =>
  names.reduce((sum, name) => sum + entryAt(pose.angles, trunkIndex(name)), 0)

/**
 * The clinical angles of a leg, degrees.
 *
 * @example
 * leg(view, 'left').kneeFlexion > 80 // true
 */
export const leg = ({ body }: PoseView, side: BodySide) => legAngles(body, side)

/**
 * What a hand touches.
 *
 * @example
 * handAt(view, 'left') // 'thigh'
 */
export const handAt = ({ contacts }: PoseView, side: BodySide) => contacts[`${side}Hand`] ?? contacts.hands ?? 'free'

/**
 * What a foot touches.
 *
 * @example
 * footAt(view, 'left') // 'floor'
 */
export const footAt = ({ contacts }: PoseView, side: BodySide) => contacts[`${side}Foot`] ?? contacts.feet ?? 'free'

/**
 * What a knee touches.
 *
 * @example
 * kneeAt(view, 'left') // 'free'
 */
export const kneeAt = ({ contacts }: PoseView, side: BodySide) => contacts[`${side}Knee`] ?? contacts.knees ?? 'free'

/**
 * What an elbow touches.
 *
 * @example
 * elbowAt(view, 'left') // 'free'
 */
export const elbowAt = ({ contacts }: PoseView, side: BodySide) => contacts[`${side}Elbow`] ?? contacts.elbows ?? 'free'

/**
 * Body heights in centimetres of the reference body.
 *
 * @example
 * Math.round(cmOf(0.5)) // 84
 */
export const cmOf = (heights: number) => heights * REFERENCE_HEIGHT_CM

/**
 * Whether a seat, the bed's edge, the floor or the heels are sat on.
 *
 * @example
 * isSeated(view) // true
 */
export const isSeated = ({ contacts }: PoseView) => contacts.seat !== undefined && contacts.seat !== 'free'

/**
 * Whether nothing but feet, and hands, carries.
 *
 * @example
 * isUpOnFeet(view) // false
 */
export const isUpOnFeet = (view: PoseView) =>
  view.pose.base === 'upright' &&
  !isSeated(view) &&
  SIDES.every((side) => ['free', 'wall', 'other-knee'].includes(kneeAt(view, side)))

/**
 * Whether a knee carries.
 *
 * @example
 * isKneeling(view, 'left') // false
 */
export function isKneeling(view: PoseView, side: BodySide): boolean {
  const { pose, body } = view
  if (pose.base === 'side' || pose.base === 'supine') return false
  const knee = kneeAt(view, side)
  if (knee === 'chair') return true
  return (knee === 'floor' || knee === 'cushion') && body.midHip[1] > 0.16
}

/**
 * Whether somebody on their front is held up, on hands and knees or in a support, and does not lie.
 *
 * @example
 * isHeldUp(view) // false
 */
export function isHeldUp({ pose }: PoseView): boolean {
  return pose.base === 'prone' && pose.root[1] - sceneOf(pose.scene).ground > 0.12
}
