import { dequal } from 'dequal/lite'
import { z } from 'zod'
import { entryOf, keysOf } from '../entries'
import {
  EMPTY_SCENE,
  SceneEntry,
  type Camera,
  type FarLayer,
  type PoseContacts,
  type PoseName,
  type PostureFigure,
  type VariationFigure,
} from '../catalogue/figure'
import { contactsIn, type Contact } from './contacts'
import { ANGLE_COUNT, anglesOf } from './joints'
import { cm, sceneOf, type Scene } from './scene'
import { skeletonOf, type Base, type Skeleton } from './skeleton'
import { solvePose, type Solved } from './solve'
import { ballAt, type Spot } from './spots'

const rounded = z.number()
/** A solved pose as it is shipped: all angles by number, degrees, and the middle of the hips, body heights. */
export const SolvedPose = z.object({
  base: z.enum(['upright', 'supine', 'prone', 'side']),
  angles: z.array(rounded).length(ANGLE_COUNT),
  root: z.tuple([rounded, rounded, rounded]),
  scene: SceneEntry,
  camera: z.object({ yaw: z.number(), pitch: z.number() }),
})
export type SolvedPose = z.infer<typeof SolvedPose>

/** How well a pose could be solved: what is checked before it is shipped. */
export type SolveReport = Pick<Solved, 'missed' | 'sunk' | 'moved' | 'movedAngle' | 'iterations'>

interface Layers {
  angles: Parameters<typeof anglesOf>
  contacts: PoseContacts
  scene: Scene
  weight: FarLayer['weight']
}

/**
 * Solves the poses of a variation: start, and where there is one end and deepest. What touches the same thing in both
 * stays where it was, so that feet do not slide between them.
 *
 * @returns poses by name with their reports
 * @example
 * solveFigure(posture, VariationFigure.parse({})).start.report.missed < 0.003 // true
 */
export function solveFigure(
  posture: PostureFigure,
  figure: VariationFigure,
): Partial<Record<PoseName, { pose: SolvedPose; report: SolveReport }>> {
  const camera: Camera = { ...posture.camera, ...figure.camera }
  const result: Partial<Record<PoseName, { pose: SolvedPose; report: SolveReport }>> = {}
  const start = layered(posture, figure, 'start')
  const startContacts = contactsIn(start.contacts, start.scene)
  const first = solvePose({
    base: posture.base,
    wish: anglesOf(...start.angles),
    contacts: startContacts,
    scene: start.scene,
    weightAt: weightIn(posture.base, start),
  })
  const body = skeletonOf(posture.base, first.angles, first.root)
  result.start = shipped(posture.base, first, start.scene, camera)
  for (const name of ['end', 'deepest'] as const) {
    if (!figure[name]) continue
    const layers = layered(posture, figure, name)
    const contacts = contactsIn(layers.contacts, layers.scene)
    const solved = solvePose({
      base: posture.base,
      wish: anglesOf(...layers.angles),
      contacts: [...contacts, ...pinsFor(contacts, startContacts, body, goingSpots(figure[name].goes))],
      scene: layers.scene,
      weightAt: weightIn(posture.base, layers),
      from: { angles: first.angles, root: [...first.root] },
    })
    result[name] = shipped(posture.base, solved, layers.scene, camera)
  }
  return result
}

/** A later layer replaces what the one before says of the same limb; a word for both sides replaces those of each. */
function mergedContacts(...layers: PoseContacts[]): PoseContacts {
  const merged: PoseContacts = {}
  for (const layer of layers) {
    for (const [both, one, two] of [
      ['feet', 'leftFoot', 'rightFoot'],
      ['knees', 'leftKnee', 'rightKnee'],
      ['hands', 'leftHand', 'rightHand'],
      ['elbows', 'leftElbow', 'rightElbow'],
    ] as const) {
      if (layer[both] !== undefined) {
        delete merged[one]
        delete merged[two]
      }
    }
    Object.assign(merged, layer)
  }
  return merged
}

function layered(posture: PostureFigure, figure: VariationFigure, name: PoseName): Layers {
  const over = name === 'start' ? [] : [figure[name]!]
  return {
    angles: [posture.angles, figure.start.angles, ...over.map((layer) => layer.angles)],
    contacts: mergedContacts(posture.contacts, figure.start.contacts, ...over.map((layer) => layer.contacts)),
    scene: sceneOf({ ...EMPTY_SCENE, ...posture.scene, ...figure.start.scene, ...over[0]?.scene }),
    weight: (name === 'start' ? figure.start : over[0])?.weight,
  }
}

/**
 * What touches what in a pose of a variation, with the posture's and the start's layers under it.
 *
 * @example
 * contactsAt(posture, VariationFigure.parse({}), 'start').feet // 'floor'
 */
export function contactsAt(posture: PostureFigure, figure: VariationFigure, name: PoseName): PoseContacts {
  return layered(posture, figure, name).contacts
}

/** Where the weight has to lie, body heights from the middle between the feet; null: wherever. */
function weightIn(base: Base, { weight, contacts }: Layers): readonly [number, number] | null {
  if (weight === 'free') return null
  if (weight) return [cm(weight.forward), cm(weight.right)]
  return areCarriedByFeet(base, contacts) ? [0, 0] : null
}

function areCarriedByFeet(
  base: Base,
  { feet, leftFoot, rightFoot, seat, back, knees, leftKnee, rightKnee }: PoseContacts,
): boolean {
  const carries = (where: string | undefined) => where === 'floor' || where === 'ball' || where === 'toes'
  const carried =
    (seat ?? 'free') !== 'free' ||
    (back ?? 'free') !== 'free' ||
    [knees, leftKnee, rightKnee].some((knee) => knee !== undefined && knee !== 'free')
  return base === 'upright' && !carried && carries(leftFoot ?? feet) && carries(rightFoot ?? feet)
}

/** Parts of the body as they are written for contacts, by the spots that touch. */
const TOUCHING: Record<string, RegExp> = {
  foot: /(heel|ball|toe|instep|ankle)$/,
  knee: /knee$/,
  hand: /(palm|fingertip)$/,
  elbow: /(elbow|wrist)$/,
  seat: /^seat$/,
}

/**
 * Whether a spot belongs to what slides or steps, and so is not kept where it was.
 *
 * @example
 * goingSpots({ rightFoot: 'slides' })('right heel') // true
 */
export function goingSpots(goes: FarLayer['goes']): (spot: Spot) => boolean {
  const parts = keysOf(goes).map((key) => {
    const side = /^(left|right)/.exec(key)?.[1] ?? ''
    const part = Object.keys(TOUCHING).find((name) => key.toLowerCase().includes(name)) ?? 'foot'
    return { side, touches: entryOf(new Map(Object.entries(TOUCHING)), part) }
  })
  return (spot) => parts.some(({ side, touches }) => spot.startsWith(side) && touches.test(spot))
}

/**
 * Feet, knees, hands, elbows and seat that rest on the same plane in both poses, but for what goes.
 *
 * @example
 * pinsFor([], [], standing, goingSpots({})) // []
 */
export function pinsFor(
  contacts: Contact[],
  before: Contact[],
  body: Skeleton,
  goes: (spot: Spot) => boolean,
): Contact[] {
  return contacts.flatMap((contact): Contact[] => {
    if (contact.kind !== 'plane' || !/(heel|ball|knee|seat|hip|palm|fingertip|elbow)$/.test(contact.spot)) return []
    const same = before.some(
      (other) =>
        other.kind === 'plane' &&
        other.spot === contact.spot &&
        Math.abs(other.at - contact.at) < 1e-9 &&
        dequal(other.normal, contact.normal),
    )
    return same && !goes(contact.spot) ? [{ kind: 'pin', spot: contact.spot, at: ballAt(body, contact.spot).at }] : []
  })
}

const fine = (part: number): number => Math.round(part * 1e5) / 1e5

function shipped(base: Base, solved: Solved, scene: Scene, camera: Camera): { pose: SolvedPose; report: SolveReport } {
  const { missed, sunk, moved, movedAngle, iterations } = solved
  const pose: SolvedPose = {
    base,
    angles: [...solved.angles].map((angle) => Math.round(angle * 100) / 100),
    root: [fine(solved.root[0]), fine(solved.root[1]), fine(solved.root[2])],
    scene: SceneEntry.parse(scene),
    camera,
  }
  return { pose, report: { missed, sunk, moved, movedAngle, iterations } }
}

/**
 * The body of a shipped pose.
 *
 * @example
 * bodyOf(pose).left.ankle[1] < 0.1 // true
 */
export function bodyOf({ base, angles, root }: SolvedPose): Skeleton {
  return skeletonOf(base, Float64Array.from(angles), root)
}
