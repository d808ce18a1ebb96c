import { entryAt } from '../entries'
import { linearSumAssignment } from 'linear-sum-assignment'
import type { Tier } from '../catalogue/words'
import type { SeatNeeds } from '../offer/seatNeeds'
import type { Layout, Place, Room, Spot } from './layout'

/** Somebody who is to be seated. */
export interface Sitter {
  id: string
  tier: Tier
  needs: SeatNeeds
  /** Ids of those they would like beside them. */
  friends: readonly string[]
}

/** Metres of way that each wish is worth for every metre that it is missed by; ours. */
const WEIGHTS = { hearing: 4, sight: 4, wall: 6, helper: 3, door: 2, friends: 1.5, behindTaller: 8 } as const
/** How high the bodies of a tier are most of the time; nobody is put behind a taller one. */
const TALL: Record<Tier, number> = { floor: 0, bed: 1, chair: 2, standing: 3 }

/** How long friends are brought together. */
export interface Exchanges {
  looks: number
  random: () => number
}

export interface Seating {
  /** Person ids by place. */
  order: string[]
  cost: number
  /** No seating costs less than this: exact where nobody wants a friend beside them. */
  atLeast: number
}

/**
 * Cost of putting each sitter on each place: metres from what they need, weighted. Rows are sitters, columns places.
 *
 * @source ours
 * @example
 * seatCosts(sitters, layout, room)[0][0] // 0
 */
export function seatCosts(sitters: readonly Sitter[], layout: Layout, room: Room): number[][] {
  const { places, instructor, helper } = layout
  const nearest = (to: Spot) => Math.min(...places.map((place) => metres(place, to)))
  const [toInstructor, toHelper, toDoor] = [nearest(instructor), nearest(helper), nearest(doorSpot(room))]
  const closestWall = Math.min(...places.map((place) => behind(place, room)))
  return sitters.map(({ needs, tier }) =>
    places.map((place) => {
      let cost = 0
      if (needs.hearing) cost += WEIGHTS.hearing * (metres(place, instructor) - toInstructor)
      if (needs.sight) cost += WEIGHTS.sight * (metres(place, instructor) - toInstructor)
      if (needs.helper) cost += WEIGHTS.helper * (metres(place, helper) - toHelper)
      if (needs.door) cost += WEIGHTS.door * (metres(place, doorSpot(room)) - toDoor)
      if (needs.wall) cost += WEIGHTS.wall * (behind(place, room) - closestWall)
      // In two rows the low ones sit in front: then nobody is behind a taller lane.
      if (layout.kind === 'two-arcs') cost += WEIGHTS.behindTaller * (place.row === 0 ? TALL[tier] : 3 - TALL[tier])
      return cost
    }),
  )
}

/**
 * Seats people: exactly for all that concerns one person and one place; friends are then brought together by exchanges
 * that do not cost more than they bring.
 *
 * @param exchanges how many exchanges are tried, and the random in [0, 1) by which it begins anew; left out: friends
 * are not looked at
 * @returns the order round the room with what it costs and the least that any order could
 * @example
 * seated(sitters, layout, room, { looks: 2000, random: randomFrom(1).next }).order.length // 6
 */
export function seated(sitters: readonly Sitter[], layout: Layout, room: Room, exchanges?: Exchanges): Seating {
  const count = sitters.length
  if (count === 0) return { order: [], cost: 0, atLeast: 0 }
  const costs = seatCosts(sitters, layout, room)
  const { rowAssignments } = linearSumAssignment(costs, { maximaze: false })
  const placeOf = Array.from(rowAssignments)
  const linear = placeOf.reduce((sum, place, sitter) => sum + cellOf(costs, sitter, place), 0)
  const pairs = friendPairs(sitters)
  const apart = apartOf(layout)
  const best =
    pairs.length === 0 || !exchanges ? placeOf : broughtTogether(placeOf, { costs, pairs, apart, ...exchanges })
  const order: string[] = []
  best.forEach((place, sitter) => (order[place] = entryAt(sitters, sitter).id))
  return {
    order,
    cost: costOf(best, costs, pairs, apart),
    atLeast: linear + pairs.length * WEIGHTS.friends * nearestApart(apart),
  }
}

/**
 * What an order of people costs by the same measure, for one that somebody made by hand.
 *
 * @example
 * seatingCost(['ann', 'bo', 'cy', 'di', 'ed', 'flo'], sitters, layout, room) >= seated(sitters, layout,
 * room).atLeast
 * // true
 */
export function seatingCost(order: readonly string[], sitters: readonly Sitter[], layout: Layout, room: Room): number {
  return costOf(
    sitters.map((sitter) => order.indexOf(sitter.id)),
    seatCosts(sitters, layout, room),
    friendPairs(sitters),
    apartOf(layout),
  )
}

/** One thing that somebody's place gives them, or does not. */
export interface SeatReason {
  kind: 'hearing' | 'sight' | 'wall' | 'helper' | 'door' | 'friend' | 'view'
  /** Which friend. */
  about?: string
  words: string
  isMet: boolean
}

/**
 * What a person's place gives them and what it does not.
 *
 * @example
 * seatReasons(sitters[1], seated(sitters, layout, room).order, { layout, room, nameOf: (id) => id })[0].kind
 * // 'door'
 */
export function seatReasons(
  { id, tier, needs, friends }: Sitter,
  order: readonly string[],
  { layout, room, nameOf }: { layout: Layout; room: Room; nameOf: (id: string) => string },
): SeatReason[] {
  const at = order.indexOf(id)
  const place = layout.places[at]
  if (!place) return []
  const reasons: SeatReason[] = []
  const near = (kind: SeatReason['kind'], to: Spot, words: (far: string) => string) => {
    const isNearer = (other: Spot) => metres(other, to) < metres(place, to) - 0.05
    const isMet = layout.places.filter(isNearer).length < 3
    reasons.push({ kind, words: words(`${metres(place, to).toFixed(1)} m`), isMet })
  }
  if (needs.hearing) near('hearing', layout.instructor, (far) => `Hears poorly: ${far} from you`)
  if (needs.sight) near('sight', layout.instructor, (far) => `Sees poorly: ${far} from you`)
  if (needs.wall) {
    const nearest = Math.min(...layout.places.map((other) => behind(other, room)))
    const isMet = behind(place, room) <= nearest + 0.3
    reasons.push({ kind: 'wall', words: `Needs a wall: ${behind(place, room).toFixed(1)} m behind them`, isMet })
  }
  if (needs.helper) near('helper', layout.helper, (far) => `Beside the helper: ${far}`)
  if (needs.door) near('door', doorSpot(room), (far) => `Near the door: ${far}`)
  const after = layout.kind === 'ring' ? (at + 1) % order.length : at + 1
  const beside = [layout.kind === 'ring' ? order.at(at - 1) : order[at - 1], order[after]]
  for (const friend of friends.filter((one) => order.includes(one))) {
    const isMet = beside.includes(friend)
    reasons.push({
      kind: 'friend',
      about: friend,
      words: `${isMet ? 'Beside' : 'Not beside'} ${nameOf(friend)}`,
      isMet,
    })
  }
  const isInFront = (other: Place, index: number) =>
    other.row === 0 && Math.abs(other.x - place.x) < 1 && order[index] !== undefined
  if (place.row === 1 && layout.places.some(isInFront))
    reasons.push({ kind: 'view', words: 'Looks past somebody in front', isMet: tier === 'standing' })
  return reasons
}

/**
 * The middle of the door, on its wall.
 *
 * @example
 * doorSpot({ lengthM: 9, widthM: 7, door }) // { x: 1, y: 7 }
 */
export function doorSpot({ lengthM, widthM, door }: Room): Spot {
  if (door.wall === 'top' || door.wall === 'bottom')
    return { x: Math.min(lengthM, door.alongM), y: door.wall === 'top' ? 0 : widthM }
  return { x: door.wall === 'left' ? 0 : lengthM, y: Math.min(widthM, door.alongM) }
}

function metres(a: Spot, b: Spot): number {
  return Math.hypot(a.x - b.x, a.y - b.y)
}

/** Metres from a place to the wall behind it: the nearest wall. */
function behind({ x, y }: Place, { lengthM, widthM }: Room): number {
  return Math.min(x, y, lengthM - x, widthM - y)
}

function friendPairs(sitters: readonly Sitter[]): [number, number][] {
  const at = new Map(sitters.map((sitter, index) => [sitter.id, index]))
  const pairs = new Map<string, [number, number]>()
  for (const [index, sitter] of sitters.entries()) {
    for (const friend of sitter.friends) {
      const other = at.get(friend)
      if (other !== undefined && other !== index) pairs.set([index, other].sort((a, b) => a - b).join(), [index, other])
    }
  }
  return [...pairs.values()]
}

function apartOf({ places }: Layout): number[][] {
  return places.map((place) => places.map((other) => metres(place, other)))
}

function nearestApart(apart: readonly number[][]): number {
  return Math.min(...apart.flatMap((row, a) => row.filter((_, b) => b !== a)))
}

function costOf(
  placeOf: readonly number[],
  costs: readonly number[][],
  pairs: readonly [number, number][],
  apart: readonly number[][],
): number {
  return (
    placeOf.reduce((sum, place, sitter) => sum + cellOf(costs, sitter, place), 0) +
    pairs.reduce((sum, [a, b]) => sum + WEIGHTS.friends * cellOf(apart, entryAt(placeOf, a), entryAt(placeOf, b)), 0)
  )
}

/** What a seating costs: each place for each sitter, who want to be together, and how far places are apart. */
interface Closeness {
  costs: readonly number[][]
  pairs: readonly [number, number][]
  apart: readonly number[][]
}

/** Exchanges two, or moves three round, as long as it helps; then looks from other beginnings. */
function broughtTogether(
  start: readonly number[],
  { costs, pairs, apart, looks, random }: Closeness & Exchanges,
): number[] {
  const friendsOf = start.map((_, sitter) =>
    pairs.filter((pair) => pair.includes(sitter)).map(([a, b]) => (a === sitter ? b : a)),
  )
  const part = (placeOf: readonly number[], sitter: number) =>
    cellOf(costs, sitter, entryAt(placeOf, sitter)) +
    entryAt(friendsOf, sitter).reduce(
      (sum, friend) => sum + WEIGHTS.friends * cellOf(apart, entryAt(placeOf, sitter), entryAt(placeOf, friend)),
      0,
    )
  let left = looks
  let best = [...start]
  let bestCost = costOf(best, costs, pairs, apart)
  let now = [...start]
  while (left > 0) {
    let better = true
    while (better && left > 0) {
      better = false
      for (let a = 0; a < now.length && left > 0; a += 1) {
        for (let b = a + 1; b < now.length && left > 0; b += 1) {
          left -= 1
          const before = part(now, a) + part(now, b)
          ;[now[a], now[b]] = [entryAt(now, b), entryAt(now, a)]
          if (part(now, a) + part(now, b) < before - 1e-9) better = true
          else [now[a], now[b]] = [entryAt(now, b), entryAt(now, a)]
        }
      }
    }
    const cost = costOf(now, costs, pairs, apart)
    if (cost < bestCost - 1e-9) [best, bestCost] = [[...now], cost]
    // Another beginning: the best with a few exchanged at random.
    now = [...best]
    for (let kick = 0; kick < 3; kick += 1) {
      const [a, b] = [Math.floor(random() * now.length), Math.floor(random() * now.length)]
      ;[now[a], now[b]] = [entryAt(now, b), entryAt(now, a)]
    }
  }
  return best
}

function cellOf(table: readonly (readonly number[])[], row: number, column: number): number {
  return entryAt(entryAt(table, row), column)
}
