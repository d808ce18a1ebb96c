import { dequal } from 'dequal/lite'
import { entryAt } from '../entries'
import type { PostureFigure, VariationFigure } from '../catalogue/figure'
import { contactsIn, type Contact } from './contacts'
import { bodyOf, contactsAt, goingSpots, pinsFor, type SolvedPose } from './figure'
import type { Angles } from './joints'
import { cm, sceneOf, type Scene } from './scene'
import { skeletonOf, type Base, type Skeleton } from './skeleton'
import { solvePose } from './solve'
import { ballAt, type Spot } from './spots'
import { add, byAxis, mix, type Vec } from './vector'

/** A body at one moment of its way: all angles, degrees, and the middle of the hips, body heights. */
export interface Moment {
  angles: Angles
  root: Vec
}

/** A way between two poses: moments at equal shares of it, both ends among them. */
export interface Way {
  base: Base
  scene: Scene
  moments: readonly Moment[]
  /** Whether it is a circle: it ends where it begins, and its other pose is half way. */
  isRound?: boolean
  /** At which share of the way a mat, a cushion and a pillow lie where the body is; left out: where it starts. */
  thingsAt?: 0 | 1
}

const BETWEEN = 3
/** How softly the hips follow the straight line, body heights: contacts decide. */
const HIPS_SPREAD = 0.012
/** A foot that is set down elsewhere is lifted so high half way, where it goes far. */
const STEP_CM = 7
/** Nearer than this a foot is not lifted: it stays, or turns on its place. */
const STAYS_CM = 2
/** What lies so near to the ground rests on it. */
const RESTS_CM = 0.6

/** A detour of a hand or a foot half way, so that it goes over a limb and not through it. */
export interface Hop {
  spot: `${'left' | 'right'} ${'palm' | 'ball'}`
  /** Off the straight line, body heights. */
  by: Vec
}

/** How a way is looked for. */
export interface Manner {
  /** Detours of hands and feet that change what they touch. */
  hops?: readonly Hop[]
  /** How many moments are solved between: one lets contacts slide, more gain little nearly everywhere. */
  count?: number
  /** A foot that is set down elsewhere is lifted by its ankle, and hangs from it; or whole, as it stands. */
  lifts?: 'ankle' | 'foot'
}

/** From where to where a variation goes, and what is written of both. */
export interface WayTask {
  posture: PostureFigure
  figure: VariationFigure
  from: SolvedPose
  to: SolvedPose
  /** Which poses of the entry these are. */
  names: readonly ['start', 'end' | 'deepest'] | readonly ['deepest', 'end']
}

/**
 * A way that a body could take between two solved poses: what touches in both stays, what goes slides or steps, and the
 * rest follows the straight line of its angles as near as it may.
 *
 * @source three solved in-betweens and a curve through them: a study of this team's
 * @example
 * solveWay(task).moments.length // 5
 */
export function solveWay(task: WayTask, { hops = [], count = BETWEEN, lifts = 'ankle' }: Manner = {}): Way {
  const { from, to } = task
  const solveAt = betweenOf(task, { hops, lifts })
  const between = Array.from({ length: count }, (_, at) => solveAt((at + 1) / (count + 1)))
  return { base: from.base, scene: sceneOf(from.scene), moments: [asMoment(from), ...between, asMoment(to)] }
}

/**
 * Solves moments between two poses.
 *
 * @returns the moment at a share of the way; `bend` says how its angles lie off the straight line
 * @example
 * betweenOf(task)(0.5).root.length // 3
 */
export function betweenOf(task: WayTask, { hops = [], lifts = 'ankle' }: Omit<Manner, 'count'> = {}) {
  const { from, to } = task
  const scene = sceneOf(from.scene)
  const [first, last] = [asMoment(from), asMoment(to)]
  const [body, end] = [bodyOf(from), bodyOf(to)]
  const kept = keptContacts(task, scene, body)
  return (share: number, bend: (angles: Angles) => Angles = (angles) => angles): Moment => {
    const line = mixed(first, last, share)
    const straight = { ...line, angles: bend(line.angles) }
    const solved = solvePose({
      base: from.base,
      wish: straight.angles,
      contacts: [...kept, ...wishes(task, scene, { body, end, share, straight, hops, lifts })],
      scene,
      weightAt: null,
      from: straight,
    })
    return { angles: solved.angles, root: solved.root }
  }
}

/**
 * A solved pose as a moment of a way.
 *
 * @example
 * asMoment(pose).root.length // 3
 */
export function asMoment({ angles, root }: SolvedPose): Moment {
  return { angles: Float64Array.from(angles), root }
}

/** What touches the same in both poses, and is kept all the way. */
function keptContacts({ posture, figure, names, to }: WayTask, scene: Scene, body: Skeleton): Contact[] {
  const contactsOf = (name: WayTask['names'][number]) => contactsIn(contactsAt(posture, figure, name), scene)
  const [before, after] = [contactsOf(names[0]), contactsOf(names[1])]
  const goes = figure[names[1]]?.goes ?? {}
  const steps = goingSpots(only(goes, 'steps'))
  // What rests on something that differs between the poses, as on a cushion that is taken away, is not the same.
  const isSame = dequal(sceneOf(to.scene), scene)
  if (!isSame) return []
  const shared = after.filter((contact) => before.some((other) => dequal(other, contact)))
  const lying = shared.filter((contact) => !('spot' in contact) || !steps(contact.spot))
  return [...lying, ...pinsFor(after, before, body, goingSpots(goes))]
}

interface At {
  body: Skeleton
  end: Skeleton
  share: number
  straight: Moment
  hops: readonly Hop[]
  lifts: 'ankle' | 'foot'
}

/** Where the hips go, what rests without being written, feet that are lifted and hands that hop: wishes, not musts. */
function wishes({ figure, names }: WayTask, scene: Scene, { body, end, share, straight, hops, lifts }: At): Contact[] {
  const near = (spot: Spot, at: Vec, spread: number): Contact => ({ kind: 'near', spot, at, spread })
  const arc = 4 * share * (1 - share)

  const slides = goingSpots(only(figure[names[1]]?.goes ?? {}, 'slides'))
  return [
    near('seat', straight.root, HIPS_SPREAD),
    ...RESTING.flatMap((spot) => {
      const [a, b] = [ballAt(body, spot), ballAt(end, spot)]
      const rests = [a, b].every(({ at, radius }) => at[1] - radius < scene.ground + cm(RESTS_CM))
      const far = Math.hypot(b.at[0] - a.at[0], b.at[2] - a.at[2])
      return rests && far < cm(STAYS_CM) ? [near(spot, mix(a.at, b.at, share), 0.002)] : []
    }),
    ...(['left', 'right'] as const).flatMap((side) => {
      const ends = (['heel', 'ball'] as const).map((part) => [body, end].map((own) => ballAt(own, `${side} ${part}`)))
      const isLow = ends.flat().some(({ at, radius }) => at[1] - radius < scene.ground + cm(RESTS_CM))
      const far = Math.max(...ends.map(([a, b]) => Math.hypot(b!.at[0] - a!.at[0], b!.at[2] - a!.at[2])))
      const isHopping = hops.some(({ spot }) => spot === `${side} ball`)
      if (!isLow || isHopping || slides(`${side} heel`) || far < cm(STAYS_CM)) return []
      const lift = Math.min(cm(STEP_CM), far / 2) * arc ** 0.6
      const parts = lifts === 'ankle' ? (['ankle'] as const) : (['heel', 'ball'] as const)
      return parts.map((part) => {
        const [a, b] = [ballAt(body, `${side} ${part}`).at, ballAt(end, `${side} ${part}`).at]
        return near(`${side} ${part}`, add(mix(a, b, share), [0, lift, 0]), 0.004)
      })
    }),
    ...hops.map(({ spot, by }) => {
      const [a, b] = [ballAt(body, spot).at, ballAt(end, spot).at]
      return near(spot, add(mix(a, b, share), [by[0] * arc, by[1] * arc, by[2] * arc]), 0.006)
    }),
  ]
}

/** What of the limbs can rest without being written. */
const RESTING: readonly Spot[] = (['left', 'right'] as const).flatMap((side): Spot[] => [
  `${side} heel`,
  `${side} ball`,
  `${side} knee`,
  `${side} ankle`,
])
const only = (goes: Record<string, 'slides' | 'steps'>, how: 'slides' | 'steps') =>
  Object.fromEntries(Object.entries(goes).filter(([, own]) => own === how))

function mixed(one: Moment, other: Moment, share: number): Moment {
  return {
    angles: one.angles.map((angle, at) => angle + (entryAt(other.angles, at) - angle) * share),
    root: mix(one.root, other.root, share),
  }
}

/**
 * Where a body is on its way: a smooth curve through its moments.
 *
 * @param share of the way, 0–1
 * @source Catmull & Rom 1974, uniform; at the ends the curve leaves as towards its neighbour
 * @example
 * momentAt(way, 0).root === way.moments[0].root // true
 */
export function momentAt({ moments, isRound = false }: Pick<Way, 'moments' | 'isRound'>, share: number): Moment {
  const last = moments.length - 1
  if (last === 0) return entryAt(moments, 0)
  const along = Math.max(0, Math.min(1, share)) * last
  const at = Math.min(last - 1, Math.floor(along))
  if (along === at) return entryAt(moments, at)
  const t = along - at
  if (t === 1) return entryAt(moments, at + 1)
  const p1 = entryAt(moments, at)
  const p2 = entryAt(moments, at + 1)
  // Beyond an end lies the end's neighbour, mirrored at it; a circle goes on.
  const beyond = (of: number) => (isRound ? entryAt(moments, (of + last) % last) : null)
  const p0 = at > 0 ? entryAt(moments, at - 1) : beyond(-1)
  const p3 = at + 2 <= last ? entryAt(moments, at + 2) : beyond(at + 2)
  const curve = (a: number | null, b: number, c: number, d: number | null) => {
    const before = a ?? 2 * b - c
    const after = d ?? 2 * c - b
    return (
      0.5 *
      (2 * b +
        (c - before) * t +
        (2 * before - 5 * b + 4 * c - after) * t * t +
        (3 * b - before - 3 * c + after) * t * t * t)
    )
  }
  const root = byAxis((axis) => curve(p0?.root[axis] ?? null, p1.root[axis], p2.root[axis], p3?.root[axis] ?? null))
  return {
    angles: p1.angles.map((angle, of) => curve(p0?.angles[of] ?? null, angle, p2.angles[of]!, p3?.angles[of] ?? null)),
    root,
  }
}

/**
 * The body on its way.
 *
 * @example
 * bodyAt(way, 0.5).head.length // 3
 */
export function bodyAt(way: Way, share: number): Skeleton {
  const { angles, root } = momentAt(way, share)
  return skeletonOf(way.base, angles, root)
}
