import { entriesOf, entryAt, entryOf } from '../entries'
import { medianOf } from '../number'
import type { Movement } from '../catalogue/catalogue'
import { REGIONS, TIERS, type Phase, type Quality } from '../catalogue/words'
import { ownProps } from '../check/propChecks'
import { propsOut } from '../room/propsOut'
import { homePosture } from '../offer/mover'
import { isLeftOut, type Offer } from '../offer/offerFor'
import type { Person } from '../offer/person'
import { gainedFrom, wantedSeconds } from '../plan/coverage'
import { blockFor } from '../plan/edits'
import { emptyPlan, type Block, type Plan } from '../plan/plan'
import { riderOf, type Expected, type RiderToday } from '../plan/riders'
import { secondsOf } from '../time/secondsOf'
import { workSeconds } from '../time/workSeconds'
import type { Ask } from './ask'
import { waysBetween } from './waysBetween'

/** One movement with one number of rounds: what a plan is put together from. */
export interface Option {
  movement: string
  rounds: number
  /** Introduction and work; the way there is the order's. */
  seconds: number
  /** Useful seconds it gives each region, `REGIONS` in their order. */
  gain: Float64Array
  phase: Phase
  quality: Quality
  /** Held at the end of range for a while: wants a warm body. */
  holds: boolean
  /** Everybody's postures taken together; 0 is home. */
  posture: number
  /** Somebody of the floor lane is down in it. */
  isDown: boolean
  /** Who would only breathe in it, by their place among the riders. */
  breathing: readonly number[]
  /** What that costs, seconds of useful work. */
  cost: number
}

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
  /** Mean rise of the bodies on the way, body heights. */
  climb: Float64Array
  postures: number
  /** Seconds of a region that count fully, and what a second of it is worth. */
  target: Float64Array
  weight: Float64Array
  seconds: number
  /** Warming before anything is held at the end of range. */
  warmSeconds: number
  pinned: string[]
  breathShare: number
  fallen: Fallen[]
  /** Everybody with their offers for all movements, in the catalogue's order. */
  riders: RiderToday[]
  plan: Plan
}

/** A little for every region that the aim does not name, so that spare time is used; ours. */
const ELSEWHERE_WEIGHT = 0.08
const ELSEWHERE_SECONDS = 120
const QUALITY_BONUS = 1.15
const CARRY_OVER_BONUS = 1.2
/** What counts of a movement that the last meetings had already, the last one first; ours. */
const AGAIN_SHARE = [0.8, 0.88, 0.94, 0.97]
const HOLD_SECONDS = 20
/** What it costs that somebody only breathes in a block, shared by all, seconds; ours. */
const BREATHING_SECONDS = 60

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
  const tuples = new Map<string, number>()
  const homes = riders.map((rider) => homePosture(rider.tier, rider.mover.avoid, catalogue))
  tuples.set(homes.join(' '), 0)
  const rows: string[][] = [homes]
  const options: Option[] = []
  const fallen: Fallen[] = []
  const shares = sharesOf(riders, everything, ask)
  candidates.forEach((movement, index) => {
    const why = reasonAgainst(movement, index, { riders, names, ask })
    if (why !== null) return void fallen.push({ movement: movement.id, why })
    const postures = riders.map((rider, at) => postureIn(rider, index) ?? entryAt(homes, at))
    const key = postures.join(' ')
    if (!tuples.has(key)) {
      tuples.set(key, rows.length)
      rows.push(postures)
    }
    options.push(
      ...optionsFor(entryAt(everything.blocks, index), movement, {
        index,
        riders,
        shares,
        posture: entryOf(tuples, key),
        ask,
      }),
    )
  })
  const { change, climb, noWay } = waysBetween(rows, riders, ask)
  const reachable = options.filter((option) => !noWay.has(option.posture))
  for (const { movement, posture } of options) {
    const left = noWay.get(posture)
    if (!left || fallen.some((other) => other.movement === movement)) continue
    const who = [...left].map((at) => names.get(entryAt(riders, at).id))
    fallen.push({ movement, why: `There is no safe way to it for ${who.join(', ')}.` })
  }
  const { target, weight } = wanted(ask)
  return {
    options: reachable,
    change,
    climb,
    postures: rows.length,
    target,
    weight,
    seconds: ask.minutes * 60 - (everything.drinkBreak ? catalogue.clock.water.seconds : 0),
    warmSeconds: catalogue.clock.warmUp.seconds,
    pinned: [...ask.pinned],
    breathShare: ask.breathShare,
    fallen,
    riders,
    plan: { ...everything, blocks: [] },
  }
}

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

/** One person a tier who can do everything at level 2, for a plan that nobody is expected at. */
function usualPeople(): Expected[] {
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
    return { person, when: { daysAway: null, year: null } }
  })
}

/** Where somebody is in a movement; null: they stay where they are. */
function postureIn(rider: RiderToday, index: number): string | null {
  const variation = rider.offers[index]?.find((offer) => offer.variation !== null)?.variation
  return variation && variation.tier === rider.tier ? variation.postureId : null
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
    `${short.filter((one) => one.prop === prop).length} ${ask.catalogue.props.get(prop)?.plural ?? prop}`
  if (ask.people.length > 0 && props.length > 0) return `${props.map(missing).join(', ')} short.`
  return null
}

/** Who has neither a version nor a stand-in, by their place among the riders. */
function breathingIn(movement: Movement, index: number, riders: readonly RiderToday[]): number[] {
  return riders.flatMap((rider, at) =>
    !rider.today.breathOnly && isLeftOut(entryAt(rider.offers, index), movement) ? [at] : [],
  )
}

function isDown(posture: string | null, { catalogue }: Ask): boolean {
  return posture !== null && posture.startsWith('floor/') && entryOf(catalogue.postures, posture).height < 1
}

/** The least served count at most so many times as much as the middle; ours. */
const LEAST_SERVED_AT_MOST = 2

/**
 * How much each person's seconds count: who gets less of what there is, through own doses, stand-ins and breath, counts
 * more. All shares together are 1.
 */
function sharesOf(riders: readonly RiderToday[], everything: Plan, { catalogue }: Ask): number[] {
  const served = riders.map((rider) =>
    everything.blocks.reduce(
      (sum, block, index) =>
        sum + gainedFrom(rider.offers[index] ?? [], block, catalogue).reduce((own, { seconds }) => own + seconds, 0),
      0,
    ),
  )
  const middle = served.length === 0 ? 0 : medianOf(served.toSorted((a, b) => a - b))
  const counts = served.map((own) => Math.min(LEAST_SERVED_AT_MOST, Math.max(0.5, own === 0 ? Infinity : middle / own)))
  const all = counts.reduce((sum, count) => sum + count, 0)
  return counts.map((count) => count / all)
}

/** The school's dose with a round less and a round more. */
function optionsFor(
  block: Block,
  movement: Movement,
  {
    index,
    riders,
    shares,
    posture,
    ask,
  }: { index: number; riders: readonly RiderToday[]; shares: readonly number[]; posture: number; ask: Ask },
): Option[] {
  const { catalogue } = ask
  const rounds = [...new Set([Math.max(1, block.rounds - 1), block.rounds, Math.min(4, block.rounds + 1)])]
  const introduction = ask.met.has(movement.id)
    ? catalogue.clock.introduction.againSeconds
    : catalogue.clock.introduction.firstSeconds
  const again = ask.recent.slice(0, AGAIN_SHARE.length).findIndex((meeting) => meeting.includes(movement.id))
  const carried = ask.carryOver.includes(movement.id)
  const breathing = breathingIn(movement, index, riders)
  const cost = (BREATHING_SECONDS * breathing.length) / riders.length
  const worth =
    (movement.quality === ask.aim.quality ? QUALITY_BONUS : 1) *
    (carried ? CARRY_OVER_BONUS : (AGAIN_SHARE[again] ?? 1))
  return rounds.map((count): Option => {
    const gain = new Float64Array(REGIONS.length)
    let work = 0
    riders.forEach((rider, at) => {
      const offers = entryAt(rider.offers, index)
      const offer = offers.find((other) => other.variation !== null)
      work = Math.max(work, workOf({ ...block, rounds: count }, offer, movement, ask))
      for (const { movement: done, seconds } of gainedFrom(offers, block, catalogue, count))
        for (const [region, weight] of entriesOf(done.regions))
          gain[REGIONS.indexOf(region)]! += seconds * worth * entryAt(shares, at) * weight
    })
    return {
      movement: movement.id,
      rounds: count,
      breathing,
      cost,
      seconds: introduction + work,
      gain,
      phase: movement.phase,
      quality: movement.quality,
      posture,
      holds:
        movement.phase === 'long-holds' ||
        ((block.dose.kind === 'hold' || block.dose.kind === 'target') &&
          block.dose.seconds * count >= HOLD_SECONDS &&
          movement.phase === 'main' &&
          movement.quality === 'mobility'),
      isDown: riders.some((rider) => rider.tier === 'floor' && isDown(postureIn(rider, index), ask)),
    }
  })
}

function workOf(block: Block, offer: Offer | undefined, movement: Movement, { catalogue }: Ask): number {
  const sides = offer?.kind === 'breath' ? 'both' : (offer?.variation?.sides ?? movement.sides)
  const sideChangeSeconds =
    catalogue.postures.get(offer?.variation?.postureId ?? '')?.sideChangeSeconds ?? catalogue.clock.sideChange.seconds
  return workSeconds({
    roundSeconds: secondsOf(block.dose, sides),
    rounds: block.rounds,
    restSeconds: block.restSeconds,
    sides,
    order: block.sideOrder,
    sideChangeSeconds,
  })
}

function wanted({ aim, school, catalogue }: Ask): { target: Float64Array; weight: Float64Array } {
  return {
    weight: Float64Array.from(REGIONS, (region) => aim.regions[region] ?? ELSEWHERE_WEIGHT),
    target: Float64Array.from(
      REGIONS,
      (region) => wantedSeconds(aim, region, { school, catalogue }) || ELSEWHERE_SECONDS,
    ),
  }
}
