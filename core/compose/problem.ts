import { entryAt, entryOf } from '../entries'
import type { Aim } from '../catalogue/aim'
import type { Movement } from '../catalogue/catalogue'
import { REGIONS, STRANDS, TIERS } from '../catalogue/words'
import { ownProps } from '../check/propChecks'
import { propsOut } from '../room/propsOut'
import { stationsShort } from '../room/stationsShort'
import { homePosture } from '../offer/mover'
import type { Person } from '../offer/person'
import { wantedSeconds } from '../plan/coverage'
import { blockFor } from '../plan/edits'
import type { PlanOrder } from '../plan/order'
import { emptyPlan, type Plan } from '../plan/plan'
import { riderOf, type Expected, type RiderToday } from '../plan/riders'
import type { Ask } from './ask'
import { chainOptions, type Ways } from './chainOptions'
import { breathingIn, isDown, optionsFor, postureIn, type Option, type Whom } from './options'
import { sharesOf } from './shares'
import { GOAL_SECONDS, goalWeight } from './goalSeconds'
import { waysBetween } from './waysBetween'

/** A movement that cannot be in the plan, and because of whom or what. */
export interface Fallen {
  movement: string
  why: string
}

/** A question in numbers. */
export interface Problem {
  options: Option[]
  /** Seconds from one posture tuple to another, row by row: the slowest lane's; 0 is home. */
  change: Float64Array
  /** What is left of it when everybody was told how they get there. */
  free: Float64Array
  /** Mean rise of the bodies on the way, body heights. */
  climb: Float64Array
  postures: number
  /**
   * Seconds of a region that count fully, and what a second of it is worth; after the regions, of what people come for.
   */
  target: Float64Array
  weight: Float64Array
  seconds: number
  /** Warming before anything is held at the end of range. */
  warmSeconds: number
  pinned: string[]
  /** Lines of defence of which something must be in it, 1–3. */
  lines: number[]
  /** Which order it is to follow; null: none in particular. */
  order: PlanOrder | null
  breathShare: number
  /** Blocks at most; Infinity: as the time goes. */
  most: number
  fallen: Fallen[]
  /** Everybody with their offers for all movements, in the catalogue's order. */
  riders: RiderToday[]
  plan: Plan
}

/** A little for every region that the aim does not name, so that spare time is used; ours. */
const ELSEWHERE_WEIGHT = 0.08
const ELSEWHERE_SECONDS = 120

/**
 * Puts a question into numbers: for each movement everybody's variation today, the time of its slowest lane, what it
 * gives each region, and the exact way between any two tuples of postures. People only take movements out.
 *
 * @example
 * problemOf(ask).riders.length // 2
 */
export function problemOf(ask: Ask): Problem {
  const { catalogue, aim, school } = ask
  const expected = ask.people.length > 0 ? ask.people : usualPeople()
  const candidates = [...catalogue.movements.values()]
  const everything: Plan = {
    ...emptyPlan('', ask.minutes, school),
    aim,
    drinkBreak: ask.minutes >= catalogue.clock.water.fromMinutes,
    blocks: candidates.map((movement) => blockFor(movement, school, movement.id, catalogue)),
  }
  const riders = expected.map((one) => riderOf(one, everything, catalogue)).filter((rider) => rider.today.takesPart)
  const names = new Map(expected.map(({ person }) => [person.id, person.name]))
  const homes = riders.map((rider) => homePosture(rider.tier, rider.mover.avoid, catalogue))
  const rows: string[][] = [homes]
  const options: Option[] = []
  const fallen: Fallen[] = []
  const whom = { riders, shares: sharesOf(riders, everything, ask), ask }
  const whomOf = new Map<string, Whom>()
  candidates.forEach((movement, index) => {
    const why = reasonAgainst(movement, index, { riders, names, ask })
    if (why !== null) return void fallen.push({ movement: movement.id, why })
    const postures = riders.map((rider, at) => postureIn(rider, index) ?? entryAt(homes, at))
    const own = { ...whom, index, posture: placeOf(postures, rows) }
    whomOf.set(movement.id, own)
    options.push(...optionsFor(entryAt(everything.blocks, index), movement, own))
  })
  const { change, free, climb, noWay } = waysBetween(rows, riders, ask)
  const ways = { change, free, climb, postures: rows.length }
  const isReached = ({ posture }: Pick<Option, 'posture'>) => !noWay.has(posture)
  const reached = new Map([...whomOf].filter(([, own]) => isReached(own)))
  const reachable = [...options.filter(isReached), ...chainsFrom(reached, ways, ask)]
  for (const { movement, posture } of options) {
    const left = noWay.get(posture)
    if (!left || fallen.some((other) => other.movement === movement)) continue
    const who = [...left].map((at) => names.get(entryAt(riders, at).id))
    fallen.push({ movement, why: `There is no safe way to it for ${who.join(', ')}.` })
  }
  const { target, weight } = wanted(ask, riders)
  return {
    options: reachable,
    ...ways,
    target,
    weight,
    seconds: ask.minutes * 60 - (everything.drinkBreak ? catalogue.clock.water.seconds : 0),
    warmSeconds: catalogue.clock.warmUp.seconds,
    pinned: [...ask.pinned],
    lines: linesOf(aim).filter((line) => reachable.some(({ lines }) => lines.includes(line))),
    order: ask.order,
    breathShare: ask.breathShare,
    most: ask.most ?? Infinity,
    fallen,
    riders,
    plan: { ...everything, order: ask.order, blocks: [] },
  }
}

/** Where a tuple of postures stands among all; one more where it is new. */
function placeOf(postures: string[], rows: string[][]): number {
  const known = rows.findIndex((row) => row.every((posture, at) => posture === postures[at]))
  return known < 0 ? rows.push(postures) - 1 : known
}

function chainsFrom(whomOf: ReadonlyMap<string, Whom>, ways: Ways, ask: Ask): Option[] {
  const chains = ask.chains || ask.order === 'by-chain' ? ask.catalogue.chains : []
  return chains.flatMap((chain) => chainOptions(chain, (movement) => whomOf.get(movement), ways, ask))
}

/** The lines of defence that an aim names, 1–3. */
const linesOf = ({ strands = [] }: Aim): number[] => strands.map((strand) => STRANDS.indexOf(strand) + 1)

/**
 * Everybody with their offers in a plan that was put together from the problem's options.
 *
 * @example
 * ridersOf(plan, problem, ask).length // 2
 */
export function ridersOf(plan: Plan, { riders }: Problem, { catalogue }: Ask): RiderToday[] {
  const at = new Map([...catalogue.movements.keys()].map((movement, index) => [movement, index]))
  return riders.map((rider) => ({
    ...rider,
    offers: plan.blocks.map((block) => entryAt(rider.offers, entryOf(at, block.movement))),
  }))
}

/**
 * One person a tier who can do everything at level 2, for a plan that nobody is expected at.
 *
 * @example
 * usualPeople().map(({ person }) => person.homeTier) // ['bed', 'chair', 'standing', 'floor']
 */
export function usualPeople(): Expected[] {
  return TIERS.map((tier) => {
    const person: Person = {
      id: `usual-${tier}`,
      name: `the ${tier} lane`,
      birthYear: null,
      pace: 'usual',
      homeTier: tier,
      access: { bed: 'yes', chair: 'yes', standing: 'yes', floor: 'yes' },
      considerations: [],
      levels: [],
      ranges: [],
      prefers: 'either',
      school: null,
      dials: [],
      visiting: null,
      leftOut: [],
      joins: 'room',
    }
    return { person, when: { daysAway: null } }
  })
}

function reasonAgainst(
  movement: Movement,
  index: number,
  { riders, names, ask }: { riders: readonly RiderToday[]; names: ReadonlyMap<string, string>; ask: Ask },
): string | null {
  if (ask.banned.includes(movement.id)) return 'It was left out by hand.'
  const without = breathingIn(movement, index, riders).map((at) => entryAt(riders, at))
  if (without.length > 0 && (ask.breathShare === 0 || without.length > riders.length / 2))
    return `Nothing of it is for ${without.map((rider) => names.get(rider.id)).join(', ')}.`
  if (!ask.floor && riders.some((rider) => rider.tier === 'floor' && isDown(postureIn(rider, index), ask)))
    return 'It goes down to the floor.'
  const { short } = propsOut(
    riders.map((rider) => ({
      id: rider.id,
      offers: [rider.offers[index] ?? []],
      ...ownProps(ask.people.find(({ person }) => person.id === rider.id)?.person),
    })),
    ask.cupboard,
    ask.catalogue,
  )
  const props = [...new Set(short.map(({ prop }) => prop))]
  const missing = (prop: string) =>
    counted(entryOf(ask.catalogue.props, prop), short.filter((one) => one.prop === prop).length)
  if (ask.people.length === 0) return null
  if (props.length > 0) return `${props.map(missing).join(', ')} short.`
  return furnitureAgainst(index, riders, ask)
}

/** Mats, chairs or places at the wall that this movement alone needs more of than there are. */
function furnitureAgainst(index: number, riders: readonly RiderToday[], ask: Ask): string | null {
  const joins = new Map(ask.people.map(({ person }) => [person.id, person.joins]))
  const only = riders.map((rider) => ({ ...rider, offers: [entryAt(rider.offers, index)] }))
  const short = stationsShort(only, (id) => joins.get(id), ask.cupboard, ask.catalogue)
  // What is short from the start is so in every movement: that is the plan's check to say.
  const words = short
    .filter((one) => one.index !== null)
    .map(({ prop, needed, has }) => counted(entryOf(ask.catalogue.props, prop), needed - has))
  return words.length > 0 ? `${words.join(', ')} short.` : null
}

const counted = ({ name, plural }: { name: string; plural: string }, count: number) =>
  `${count} ${count === 1 ? name : plural}`

function wanted(ask: Ask, riders: readonly RiderToday[]): { target: Float64Array; weight: Float64Array } {
  const { aim, school, catalogue } = ask
  return {
    weight: Float64Array.from([
      ...REGIONS.map((region) => aim.regions[region] ?? ELSEWHERE_WEIGHT),
      goalWeight(riders, ask),
    ]),
    target: Float64Array.from([
      ...REGIONS.map((region) => wantedSeconds(aim, region, { school, catalogue }) || ELSEWHERE_SECONDS),
      GOAL_SECONDS,
    ]),
  }
}
