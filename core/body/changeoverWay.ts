import { entriesOf, entryAt, entryOf, recordOf } from '../entries'
import type { ChangeoverFigure } from '../catalogue/changeoverFigure'
import {
  EMPTY_SCENE,
  SceneEntry,
  VariationFigure,
  type PoseAngles,
  type PoseContacts,
  type PostureFigure,
} from '../catalogue/figure'
import { bestWay } from './bestWay'
import { contactsIn, type Contact } from './contacts'
import { goingSpots, pinsFor, type SolvedPose } from './figure'
import { anglesOf } from './joints'
import { cm, sceneOf } from './scene'
import { skeletonOf } from './skeleton'
import { solvePose } from './solve'
import { asMoment, type Way, type WayTask } from './way'

/** How exactly the hips are where a stop puts them, body heights. */
const PLACE_SPREAD = 0.004
const LIMBS = ['feet', 'leftFoot', 'rightFoot', 'knees', 'leftKnee', 'rightKnee'] as const
const ARMS = ['hands', 'leftHand', 'rightHand', 'elbows', 'leftElbow', 'rightElbow'] as const
const PARTS = [...LIMBS, ...ARMS, ...(['seat', 'back', 'head', 'flank'] as const)]

/** A stop with what it takes over from the one before, or from its posture. */
interface Layered {
  angles: PoseAngles[]
  contacts: PoseContacts
  goes: ChangeoverFigure['stops'][number]['goes']
  at: ChangeoverFigure['stops'][number]['at']
}

/**
 * The way of a body from one posture to another, through its stops.
 *
 * @param postures the figures of postures by id
 * @returns the way, and its first pose
 * @throws {Error} when a stop names a posture that has no figure
 * @example
 * changeoverWay(leansForward, onChairs).way.moments.length // 5
 */
export function changeoverWay(
  figure: ChangeoverFigure,
  postures: ReadonlyMap<string, PostureFigure>,
): { way: Way; first: SolvedPose } {
  const tasks = changeoverTasks(figure, postures)
  const first = entryAt(tasks, 0).from
  const after = tasks.flatMap((task) => bestWay(task).way.moments.slice(1))
  return { first, way: { base: 'upright', scene: sceneOf(first.scene), moments: [asMoment(first), ...after] } }
}

/**
 * From stop to stop, each solved from the one before: what rests in both stays where it was.
 *
 * @throws {Error} when a stop names a posture that has no figure
 * @example
 * changeoverTasks(leansForward, onChairs).length // 1
 */
export function changeoverTasks(figure: ChangeoverFigure, postures: ReadonlyMap<string, PostureFigure>): WayTask[] {
  const scene = SceneEntry.parse({ ...EMPTY_SCENE, ...figure.scene })
  const stops = layered(figure, postures)
  const poses = solved(stops, scene, figure)
  return stops.slice(1).map(({ contacts, goes }, at): WayTask => {
    const before = entryAt(stops, at)
    return {
      posture: { posture: '', base: 'upright', angles: {}, contacts: before.contacts, scene, camera: figure.camera },
      figure: VariationFigure.parse({ end: { contacts: allNamed(contacts), goes } }),
      from: entryAt(poses, at),
      to: entryAt(poses, at + 1),
      names: ['start', 'end'],
    }
  })
}

function layered({ stops }: ChangeoverFigure, postures: ReadonlyMap<string, PostureFigure>): Layered[] {
  const all: Layered[] = []
  for (const { posture, angles, contacts, goes, at } of stops) {
    const own = posture === undefined ? undefined : entryOf(postures, posture)
    const before = all.at(-1)
    all.push({
      angles: [...(own ? [own.angles] : (before?.angles ?? [])), angles],
      contacts: merged(own ? own.contacts : (before?.contacts ?? {}), contacts),
      goes,
      at,
    })
  }
  return all
}

/** A word for both sides takes the place of those of each. */
function merged(under: PoseContacts, over: PoseContacts): PoseContacts {
  const kept = entriesOf(under).filter(([key]) => {
    const pair = PAIRS.find((names) => names.includes(key))
    return pair === undefined || !pair.some((name) => name === pair[0] && name in over)
  })
  return { ...Object.fromEntries(kept), ...over }
}
type Part = (typeof PARTS)[number]
const PAIRS: readonly (readonly Part[])[] = [LIMBS.slice(0, 3), LIMBS.slice(3), ARMS.slice(0, 3), ARMS.slice(3)]

/** What is not touched is said to be free, so that nothing of what lies under it shows through. */
function allNamed(contacts: PoseContacts): PoseContacts {
  const free = PARTS.filter((part) => !(part in contacts) && PAIRS.every((pair) => !pair.includes(part)))
  const sides = PAIRS.filter((pair) => !pair.some((name) => name in contacts)).flatMap(([both]) => both ?? [])
  return { ...recordOf([...free, ...sides], (): 'free' => 'free'), ...contacts }
}

function solved(stops: readonly Layered[], entry: SceneEntry, { camera }: ChangeoverFigure): SolvedPose[] {
  const scene = sceneOf(entry)
  const poses: SolvedPose[] = []
  let before: { contacts: Contact[]; pose: SolvedPose } | null = null
  for (const { angles, contacts: written, goes, at } of stops) {
    const contacts = contactsIn(written, scene)
    const place: Contact[] = at
      ? [{ kind: 'near', spot: 'seat', at: [cm(at.forward), null, cm(at.right)], spread: PLACE_SPREAD }]
      : []
    const kept = before
      ? pinsFor(
          contacts,
          before.contacts,
          skeletonOf('upright', Float64Array.from(before.pose.angles), before.pose.root),
          goingSpots(goes),
        )
      : []
    const { angles: found, root } = solvePose({
      base: 'upright',
      wish: anglesOf(...angles),
      contacts: [...contacts, ...place, ...kept],
      scene,
      weightAt: standsOnFeet(written) ? [0, 0] : null,
      ...(before ? { from: { angles: Float64Array.from(before.pose.angles), root: before.pose.root } } : {}),
    })
    const pose: SolvedPose = { base: 'upright', angles: [...found], root: [...root], scene: entry, camera }
    before = { contacts, pose }
    poses.push(pose)
  }
  return poses
}

/** Whether the feet alone carry: then the weight lies over them. */
function standsOnFeet(contacts: PoseContacts): boolean {
  const feet = [contacts.leftFoot ?? contacts.feet, contacts.rightFoot ?? contacts.feet]
  const others = PARTS.filter((part) => !part.toLowerCase().includes('foot') && part !== 'feet' && part !== 'hands')
  return (
    feet.every((foot) => foot === 'floor' || foot === 'ball') &&
    others.every((part) => contacts[part] === undefined || contacts[part] === 'free' || /Hand/.test(part))
  )
}
