import { overFeet } from './balance'
import type { Contact } from './contacts'
import { ANGLE_COUNT, JOINTS, type Angles } from './joints'
import { inner, solveSymmetric, sumOfSquares } from './linear'
import type { Scene } from './scene'
import { skeletonOf, type Base, type Skeleton } from './skeleton'
import { overlaps, sinkings } from './sinking'
import { ALL_SPOTS, ballAt } from './spots'
import { cross, dot, length, mix, sub, type Vec } from './vector'

/** What is solved: written angles as a wish, contacts as a must. */
export interface Task {
  base: Base
  wish: Angles
  contacts: Contact[]
  scene: Scene
  /** How far forward and to the right of the middle between the feet the weight lies; null: wherever. */
  weightAt: readonly [number, number] | null
  /** Where to begin from: another pose's solution. */
  from?: { angles: Angles; root: Vec }
}

export interface Solved {
  angles: Angles
  root: Vec
  /** The worst contact that is missed and the worst sinking in, body heights. */
  missed: number
  sunk: number
  /** Farthest any angle was moved from what was written, degrees, and its number. */
  moved: number
  movedAngle: number
  iterations: number
}

const CONTACT_SPREAD = 0.0012
const SINK_SPREAD = 0.002
const LIMB_SPREAD = 0.008
const BALANCE_SPREAD = 0.02
const LIMIT_SPREAD = 0.7
const ROOT_SPREAD = 0.4
const ITERATIONS = 90

/**
 * Contacts decide, angles propose: one least-squares solve over the root and all angles (Levenberg–Marquardt).
 *
 * @returns the pose nearest to the written one that touches what it has to and sinks into nothing
 * @example
 * solvePose({ base: 'upright', wish: anglesOf(), contacts: contactsIn({ feet: 'floor' }, scene), scene,
 * weightAt: [0, 0] }).missed < 0.003
 * // true
 */
export function solvePose(task: Task): Solved {
  let x = startOf(task)
  let iterations = 0
  for (const softness of SOFTNESS) {
    const stage = descend({ ...task, softness }, x)
    x = stage.x
    iterations += stage.iterations
  }
  return report(task, x, iterations)
}

/** Contacts that hold softly at first let a body through that a stiff one would hang on. */
const SOFTNESS = [10, 1]

interface Stage extends Task {
  /** How many times as far as at the end a contact may be missed at the same cost. */
  softness: number
}

function descend(task: Stage, from: Float64Array): { x: Float64Array; iterations: number } {
  const size = 3 + ANGLE_COUNT
  let x = from
  let residuals = residualsOf(task, x)
  let cost = sumOfSquares(residuals)
  let damping = 1e-2
  let iterations = 0
  for (; iterations < ITERATIONS; iterations += 1) {
    const { normal, gradient } = linearised(task, x, residuals, size)
    const step = improving(task, { x, cost, normal, gradient, damping })
    if (step === null) break
    const gain = cost - step.cost
    ;({ x, residuals, cost } = step)
    damping = Math.max(1e-9, step.damping / 4)
    if (gain < 1e-5 * (1 + cost)) break
  }
  return { x, iterations }
}

/** Tries steps with rising damping until one lowers the cost; null when none does. */
function improving(
  task: Stage,
  {
    x,
    cost,
    normal,
    gradient,
    damping,
  }: { x: Float64Array; cost: number; normal: Float64Array[]; gradient: Float64Array; damping: number },
) {
  for (let tries = 0; tries < 9; tries += 1, damping *= 6) {
    const step = solveSymmetric(normal, gradient, damping)
    if (step === null) continue
    const next = x.map((value, at) => value - step[at]!)
    const residuals = residualsOf(task, next)
    const nextCost = sumOfSquares(residuals)
    if (nextCost < cost) return { x: next, residuals, cost: nextCost, damping }
  }
  return null
}

function startOf(task: Task): Float64Array {
  const x = new Float64Array(3 + ANGLE_COUNT)
  x.set(task.from?.angles ?? task.wish, 3)
  if (task.from) {
    x.set(task.from.root, 0)
    return x
  }
  // High enough that nothing is under the ground: the lowest spot begins at it.
  const body = skeletonOf(task.base, task.wish, [0, 0, 0])
  const lowest = Math.min(...ALL_SPOTS.map((spot) => ballAt(body, spot)).map((ball) => ball.at[1] - ball.radius))
  x[1] = task.scene.ground - lowest
  const seat = task.contacts.find((contact) => contact.kind === 'plane' && contact.spot === 'seat')
  if (seat?.kind === 'plane') x[1] = seat.at + 0.055
  return x
}

function bodyAt(task: Task, x: Float64Array): Skeleton {
  return skeletonOf(task.base, x.subarray(3), [x[0]!, x[1]!, x[2]!])
}

function residualsOf(task: Stage, x: Float64Array): number[] {
  const body = bodyAt(task, x)
  const residuals: number[] = [x[0]! / ROOT_SPREAD, 0, x[2]! / ROOT_SPREAD]
  for (let at = 0; at < ANGLE_COUNT; at += 1) {
    const joint = JOINTS[at]!
    const angle = x[3 + at]!
    residuals.push((angle - task.wish[at]!) / joint.spread)
    residuals.push((angle - Math.min(joint.to, Math.max(joint.from, angle))) / LIMIT_SPREAD)
  }
  for (const contact of task.contacts) pushContact(residuals, contact, body, task.softness)
  for (const sunk of sinkings(body, task.scene)) residuals.push(sunk / (SINK_SPREAD * task.softness))
  for (const sunk of overlaps(body)) residuals.push(sunk / LIMB_SPREAD)
  if (task.weightAt) {
    const [overX, overZ] = overFeet(body)
    const [atX, atZ] = task.weightAt
    residuals.push((overX - atX) / BALANCE_SPREAD, (overZ - atZ) / BALANCE_SPREAD)
  }
  return residuals
}

function pushContact(residuals: number[], contact: Contact, body: Skeleton, softness: number): void {
  const spread = CONTACT_SPREAD * softness
  switch (contact.kind) {
    case 'near': {
      const { at } = ballAt(body, contact.spot)
      for (const axis of [0, 1, 2] as const)
        residuals.push(contact.at[axis] === null ? 0 : (at[axis] - contact.at[axis]) / contact.spread)
      return
    }
    case 'palm':
      residuals.push((1 - dot(body[contact.side].palmNormal, contact.against)) / 0.3)
      return
    case 'pin': {
      const gap = sub(ballAt(body, contact.spot).at, contact.at)
      residuals.push(gap[0] / spread, gap[1] / spread, gap[2] / spread)
      return
    }
    case 'limb': {
      const [from, to] = [ballAt(body, contact.from).at, ballAt(body, contact.to).at]
      const slip =
        dot(sub(ballAt(body, contact.spot).at, mix(from, to, contact.share)), sub(to, from)) / length(sub(to, from))
      residuals.push(missedBy(contact, body) / spread, slip / 0.015)
      return
    }
    default:
      residuals.push(missedBy(contact, body) / spread)
  }
}

/**
 * How far a contact is from touching, body heights; 0 where a contact is only a wish.
 *
 * @example
 * missedBy({ kind: 'pin', spot: 'left ankle', at: standing.left.ankle }, standing) // 0
 */
export function missedBy(contact: Contact, body: Skeleton): number {
  switch (contact.kind) {
    case 'plane': {
      const ball = ballAt(body, contact.spot)
      return dot(contact.normal, ball.at) - contact.at - ball.radius
    }
    case 'meet': {
      const [one, two] = [ballAt(body, contact.spot), ballAt(body, contact.other)]
      return length(sub(one.at, two.at)) - one.radius - two.radius
    }
    case 'limb': {
      const ball = ballAt(body, contact.spot)
      const [from, to] = [ballAt(body, contact.from).at, ballAt(body, contact.to).at]
      const along = sub(to, from)
      return length(cross(sub(ball.at, from), along)) / length(along) - ball.radius - contact.radius
    }
    case 'pin':
      return length(sub(ballAt(body, contact.spot).at, contact.at))
    case 'near':
    case 'palm':
      return 0
  }
}

function linearised(task: Stage, x: Float64Array, residuals: number[], size: number) {
  const columns: Float64Array[] = []
  for (let at = 0; at < size; at += 1) {
    const step = at < 3 ? 1e-5 : 1e-3
    const moved = Float64Array.from(x)
    moved[at] = moved[at]! + step
    const next = residualsOf(task, moved)
    columns.push(Float64Array.from(next, (value, row) => (value - residuals[row]!) / step))
  }
  const normal = columns.map((column, row) =>
    Float64Array.from(columns.slice(0, row + 1), (other) => inner(column, other)),
  )
  const gradient = Float64Array.from(columns, (column) => inner(column, residuals))
  return { normal, gradient }
}

function report(task: Task, x: Float64Array, iterations: number): Solved {
  const body = bodyAt(task, x)
  const angles = x.slice(3)
  let movedAngle = 0
  for (let at = 0; at < ANGLE_COUNT; at += 1) {
    if (Math.abs(angles[at]! - task.wish[at]!) > Math.abs(angles[movedAngle]! - task.wish[movedAngle]!)) movedAngle = at
  }
  return {
    angles,
    root: [x[0]!, x[1]!, x[2]!],
    missed: Math.max(0, ...task.contacts.map((contact) => Math.abs(missedBy(contact, body)))),
    sunk: Math.max(0, ...sinkings(body, task.scene)),
    moved: Math.abs(angles[movedAngle]! - task.wish[movedAngle]!),
    movedAngle,
    iterations,
  }
}
