import { entryAt } from '../entries'
import { JOINTS, limbIndex, SIDES, trunkIndex, type Angles } from './joints'
import { sceneOf } from './scene'
import { isSound, wayFaults } from './wayFaults'
import { asMoment, betweenOf, type Moment, type Way, type WayTask } from './way'

/** How wide a circle is across for its length: a study's values; narrower where that goes through the ground or a limb. */
const ACROSS = [0.6, 0.55, 0.45] as const
/** So many moments of a circle are solved, both poses among them. */
const MOMENTS = 8

/** Angles that make a circle together: which goes along and which across is what the poses say. */
const PAIRS: readonly [number, number][] = [
  ...SIDES.flatMap((side): [number, number][] => [
    [limbIndex(side, 'ankleUp'), limbIndex(side, 'inversion')],
    [limbIndex(side, 'hipFlexion'), limbIndex(side, 'hipAbduction')],
  ]),
  [trunkIndex('tilt'), trunkIndex('list')],
]

/**
 * A circle through two poses: its long axis from one to the other, its short one in the angle that belongs to what moves
 * most, cut at the joint's limits. Both legs circle where both move.
 *
 * @returns a closed way; its other pose is half way
 * @source eight solved poses and a closed curve through them: a study of this team's
 * @example
 * roundWay(task).moments.length // 9
 */
export function roundWay(task: WayTask): Way {
  for (const wide of ACROSS) {
    const way = circleOf(task, wide)
    if (isSound(wayFaults(way, task))) return way
  }
  return circleOf(task, ACROSS[0])
}

function circleOf(task: WayTask, wide: number): Way {
  const { from, to } = task
  const [first, last] = [asMoment(from), asMoment(to)]
  const across = acrossOf(first.angles, last.angles, wide)
  const solveAt = betweenOf(task)
  const moments = Array.from({ length: MOMENTS + 1 }, (_, at): Moment => {
    if (at % MOMENTS === 0) return first
    if (at === MOMENTS / 2) return last
    const turn = (2 * Math.PI * at) / MOMENTS
    return solveAt((1 - Math.cos(turn)) / 2, (angles) => bent(angles, across, Math.sin(turn)))
  })
  return { base: from.base, scene: sceneOf(from.scene), moments, isRound: true }
}

/** An angle that goes across, and how far at most, degrees. */
interface Across {
  at: number
  by: number
}

function acrossOf(from: Angles, to: Angles, wide: number): Across[] {
  const goes = (at: number) => Math.abs(entryAt(to, at) - entryAt(from, at))
  const pairs = PAIRS.map(([one, other]): [number, number] => (goes(one) >= goes(other) ? [one, other] : [other, one]))
  const most = Math.max(...pairs.map(([along]) => goes(along)))
  return pairs
    .filter(([along]) => most > 0 && goes(along) > most / 2)
    .map(([along, across]) => ({ at: across, by: (wide * goes(along)) / 2 }))
}

function bent(angles: Angles, across: readonly Across[], share: number): Angles {
  const bending = Float64Array.from(angles)
  for (const { at, by } of across) {
    const { from, to } = entryAt(JOINTS, at)
    bending[at] = Math.max(from, Math.min(to, entryAt(angles, at) + by * share))
  }
  return bending
}
