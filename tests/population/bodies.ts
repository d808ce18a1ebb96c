import type { Catalogue, Movement } from '../../core/catalogue/catalogue'
import type { Side, Tier } from '../../core/catalogue/words'
import type { Person } from '../../core/offer/person'
import type { Random } from '../../core/random'
import { personIn } from '../people'

/**
 * Invented bodies. A capacity is a level with a fraction: a rung is within a body where the capacity is at its level or
 * over. Capacities hang together by person and region; bodies learn towards a ceiling, forget, flare, and drop.
 */
export type Reporter = 'plain' | 'under' | 'over' | 'always-3' | 'hides-pain' | 'fears-pain'

export interface Body {
  person: Person
  /** What they do at every meeting. */
  movements: readonly Movement[]
  /** By movement and side, in levels. */
  capacity: Map<string, number>
  ceiling: Map<string, number>
  learns: number
  reporter: Reporter
  attends: number
  away: readonly [from: number, to: number]
  flare: Flare | null
  drop: Drop | null
  /** Usual pain, 0–10. */
  aches: number
  /** How good a day it is; it carries over to the next meeting. */
  day: number
}

/** Some weeks in which a region can do less, and hurts. */
interface Flare {
  from: number
  to: number
  region: string
  levels: number
}

interface Drop {
  at: number
  levels: number
}

export const FORGETS_A_WEEK = 0.03
const MOVEMENTS_A_MEETING = 8

/** What is drawn for a population; `noise` multiplies how much days differ. */
export interface Making {
  catalogue: Catalogue
  random: Random
  weeks: number
  noise: number
  /** Everybody drops by two levels once, out of the blue. */
  drops: boolean
}

export function bodyOf(at: number, making: Making): Body {
  const { random, weeks, drops } = making
  const tier = drawn<Tier>(random, [
    ['bed', 0.08],
    ['chair', 0.45],
    ['standing', 0.32],
    ['floor', 0.15],
  ])
  const movements = movementsFor(tier, making)
  const { capacity, ceiling } = capacitiesOf(movements, random)
  const awayFrom = random.next() < 0.3 ? 5 + Math.floor(14 * random.next()) : 999
  return {
    person: personIn(tier, { id: `body-${at}`, birthYear: 1935 + Math.floor(30 * random.next()), levels: [] }),
    movements,
    capacity,
    ceiling,
    learns: 0.025 * Math.exp(random.normal(0.7)),
    reporter: drawn<Reporter>(random, [
      ['plain', 0.4],
      ['under', 0.15],
      ['over', 0.15],
      ['always-3', 0.1],
      ['hides-pain', 0.1],
      ['fears-pain', 0.1],
    ]),
    attends: 0.7 + 0.2 * random.next(),
    away: [awayFrom, awayFrom + 3 + Math.floor(8 * random.next())],
    flare: flareIn(movements, making),
    drop: dropIn(weeks, drops, random),
    aches: random.next() < 0.3 ? 2 + Math.floor(4 * random.next()) : Math.floor(2 * random.next()),
    day: 0,
  }
}

function movementsFor(tier: Tier, { catalogue, random }: Making): Movement[] {
  const all = [...catalogue.movements.values()].filter(
    (movement) => movement.quality !== 'breath' && (movement.ladders[tier]?.length ?? 0) > 1,
  )
  return all
    .map((movement) => ({ movement, at: random.next() }))
    .toSorted((a, b) => a.at - b.at)
    .slice(0, MOVEMENTS_A_MEETING)
    .map(({ movement }) => movement)
}

function capacitiesOf(movements: readonly Movement[], random: Random) {
  const general = 3 + random.normal(0.75)
  const regions = new Map<string, number>()
  const regionOf = (name: string) => {
    if (!regions.has(name)) regions.set(name, random.normal(0.5))
    return regions.get(name)!
  }
  const capacity = new Map<string, number>()
  const ceiling = new Map<string, number>()
  const weaker: Side = random.next() < 0.5 ? 'left' : 'right'
  const gap = random.next() < 0.35 ? 0.3 + Math.abs(random.normal(0.5)) : 0
  for (const movement of movements) {
    const own = general + regionOf(mainRegion(movement)) + random.normal(0.35)
    for (const side of ['left', 'right'] as const) {
      const level = within(own - (side === weaker ? gap : 0))
      capacity.set(`${movement.id} ${side}`, level)
      ceiling.set(`${movement.id} ${side}`, within(level + Math.exp(random.normal(0.6))))
    }
  }
  return { capacity, ceiling }
}

function flareIn(movements: readonly Movement[], { random, weeks }: Making): Flare | null {
  if (random.next() >= 0.3) return null
  const from = 3 + Math.floor((weeks - 8) * random.next())
  const movement = movements[Math.floor(movements.length * random.next())]!
  const to = from + 2 + Math.floor(4 * random.next())
  return { from, to, region: mainRegion(movement), levels: 0.6 + random.next() }
}

function dropIn(weeks: number, drops: boolean, random: Random): Drop | null {
  if (drops) return { at: 10 + Math.floor(10 * random.next()), levels: 2 }
  if (random.next() >= 0.12) return null
  return { at: 4 + Math.floor((weeks - 6) * random.next()), levels: 1 + Math.floor(3 * random.next()) }
}

/** The region that a movement works most. */
export function mainRegion({ regions }: Movement): string {
  return Object.entries(regions).toSorted((a, b) => b[1] - a[1])[0]![0]
}

/** A capacity stays where bodies are. */
export function within(level: number): number {
  return Math.max(1.2, Math.min(5.8, level))
}

/** One of some, each with its share. */
export function drawn<T>(random: Random, shares: readonly (readonly [T, number])[]): T {
  let at = random.next()
  for (const [what, share] of shares) {
    at -= share
    if (at < 0) return what
  }
  return shares.at(-1)![0]
}

/** A new day: half of yesterday's state carries over, and a few days are far off. */
export function wakes(body: Body, noise: number, random: Random): void {
  const scale = noise * (random.next() < 0.1 ? 0.5 : 0.16)
  body.day = 0.5 * body.day + random.normal(scale)
}

/** What the body can do today of a movement on one side, in levels. */
export function ableTo(body: Body, movement: Movement, side: Side, week: number): number {
  const { flare } = body
  const flares = flare && week >= flare.from && week < flare.to && flare.region === mainRegion(movement)
  return capacityOf(body, movement, side) + body.day - (flares ? flare.levels : 0)
}

/** What the body can do on a usual day; both: the weaker side. */
export function capacityOf({ capacity }: Body, { id }: Movement, side: Side): number {
  if (side !== 'both') return capacity.get(`${id} ${side}`)!
  return Math.min(capacity.get(`${id} left`)!, capacity.get(`${id} right`)!)
}

/** A week passes: what was lost out of the blue, what comes back of it, and what is forgotten while away. */
export function lives(body: Body, week: number, came: boolean): void {
  for (const [key, level] of body.capacity) {
    const lost = body.drop?.at === week ? body.drop.levels : 0
    // Half of a drop comes back within eight weeks.
    const since = body.drop ? week - body.drop.at : -1
    const back = since > 2 && since <= 10 ? body.drop!.levels / 16 : 0
    body.capacity.set(key, within(level - lost + back - (came ? 0 : FORGETS_A_WEEK)))
  }
}

/** Work near what a body can do is what it learns from. */
export function learnsFrom(body: Body, key: string, margin: number): void {
  if (margin < -1 || margin > 1.8) return
  const level = body.capacity.get(key)!
  body.capacity.set(key, within(level + body.learns * Math.max(0, body.ceiling.get(key)! - level)))
}
