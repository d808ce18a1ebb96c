import { entryAt, entryOf } from '../entries'
import type { Movement } from '../catalogue/catalogue'
import type { ReadyChain } from '../catalogue/chain'
import { lineOfDefence } from '../catalogue/strand'
import { REGIONS, type Phase, type Quality } from '../catalogue/words'
import type { Offer } from '../offer/offer'
import { isLeftOut } from '../offer/offerFor'
import { gainedFrom, weightsOf } from '../plan/coverage'
import { secondsIn } from '../plan/endsEarly'
import type { Block } from '../plan/plan'
import type { RiderToday } from '../plan/riders'
import { orderedOf, type Ordered } from '../plan/order'
import { Introducing, type Introduction } from '../plan/introducing'
import type { Heard } from '../plan/heard'
import { secondsOf } from '../time/secondsOf'
import { workParts, type Work, type WorkPart } from '../time/workSeconds'
import type { Ask } from './ask'
import { GOALS_AT, goalShare } from './goalSeconds'

/** One movement with one number of rounds, or a ready chain of several: what a plan is put together from. */
export interface Option {
  /** The movement, or the chain under a name that no movement has. */
  movement: string
  rounds: number
  /** Its movements, each once: of a chain several. */
  movements: readonly string[]
  /** Null: one movement. */
  chain: ReadyChain | null
  /** Its blocks: of a chain that does the sides one after the other more than its movements. */
  size: number
  /** Introduction and work; the way there is the order's. */
  seconds: number
  /** Of these the introduction, as the clock has it; and how long it takes to say what is said in it. */
  introduction: number
  said: number
  /** Of these, by how much what is said on the way through a chain makes it longer. */
  longer: number
  /** Seconds it gives each region on average of all, `REGIONS` in their order. */
  given: Float64Array
  /** The same as it is weighed, and after the regions what people come for. */
  gain: Float64Array
  /** Where a session has it, from its first part to its last. */
  phase: Phase
  lastPhase: Phase
  /** Of these seconds, those that warm. */
  warm: number
  /** Something in it is held at the end of range for long. */
  isLongHold: boolean
  quality: Quality
  /** Which lines of defence it trains, 1–3, in its order. */
  lines: readonly number[]
  /** Everybody's postures taken together as it begins and as it ends; 0 is home. */
  posture: number
  leaves: number
  /** What an order looks at in its blocks. */
  ordered: readonly Ordered[]
  /** Somebody of the floor lane is down in it. */
  isDown: boolean
  /** Who would only breathe in it, by their place among the riders; as often as they would. */
  breathing: readonly number[]
  /** What that costs, seconds of useful work. */
  cost: number
}

const QUALITY_BONUS = 1.15
const CARRY_OVER_BONUS = 1.2
/** What counts of a movement that the last meetings had already, the last one first; ours. */
const AGAIN_SHARE = [0.8, 0.88, 0.94, 0.97]
/** What it costs that somebody only breathes in a block, shared by all, seconds; ours. */
const BREATHING_SECONDS = 60

/** Rounds on top of the school's; where blocks are few, they are repeated more often. Ours. */
const ROUNDS_MORE = 1
const ROUNDS_MORE_OF_FEW = 2
const MOST_ROUNDS = 4

/** A round less, the school's, and some more, each once. */
function roundsFrom(usual: number, more: number): number[] {
  const from = Math.max(1, usual - 1)
  const to = Math.max(from, Math.min(MOST_ROUNDS, usual + more))
  return Array.from({ length: to - from + 1 }, (_, at) => from + at)
}

/** What an option is worked out from. */
export interface Whom {
  /** The movement's place in the catalogue. */
  index: number
  riders: readonly RiderToday[]
  shares: readonly number[]
  posture: number
  ask: Ask
}

/**
 * The school's dose with a round less and a round more, or two where blocks are few.
 *
 * @example
 * optionsFor(plan.blocks[0], bridge, { index: 0, riders: problem.riders, shares: [0.5, 0.5], posture: 0, ask }).length
 * // 3
 */
export function optionsFor(block: Block, movement: Movement, whom: Whom): Option[] {
  const { ask } = whom
  return roundsFrom(block.rounds, ask.most === null ? ROUNDS_MORE : ROUNDS_MORE_OF_FEW).map((rounds) => {
    const own = { ...block, rounds }
    const now = workOf(own, movement, whom, false)
    const introduction = new Introducing([own], ask.met, ask.catalogue).next(now, [])
    return optionOf(own, movement, { introduction, parts: now.parts, usualRounds: block.rounds }, whom)
  })
}

/** How a block begins, and how its time goes. */
interface Timed {
  introduction: Pick<Introduction, 'usual' | 'said'>
  /** The work of the lane that sets the clock. */
  parts: readonly WorkPart[]
  /** The school's rounds, which its people's own doses are for. */
  usualRounds: number
}

/**
 * What a block gives, and what it takes.
 *
 * @example
 * optionOf(plan.blocks[0], bridge, { introduction: { usual: 8, said: 6 }, parts: [], usualRounds: 2 }, { index: 0,
 * riders: problem.riders, shares: [0.5, 0.5], posture: 0, ask }).movements // ['bridge']
 */
export function optionOf(
  block: Block,
  movement: Movement,
  { introduction: { usual: introduction, said }, parts, usualRounds }: Timed,
  { index, riders, shares, posture, ask }: Whom,
): Option {
  const { catalogue } = ask
  const breathing = breathingIn(movement, index, riders)
  const given = new Float64Array(REGIONS.length)
  const gain = new Float64Array(GOALS_AT + 1)
  const worth = worthOfMovement(movement, ask)
  const usual = { ...block, rounds: usualRounds }
  riders.forEach((rider, at) => {
    const offers = entryAt(rider.offers, index)
    for (const { movement: done, seconds } of gainedFrom(offers, usual, catalogue, block.rounds)) {
      for (const [place, weight] of weightsOf(done)) {
        given[place]! += (seconds * weight) / riders.length
        gain[place]! += seconds * worth * entryAt(shares, at) * weight
      }
      gain[GOALS_AT]! += seconds * worth * goalShare(done.id, at, riders, ask)
    }
  })
  const seconds = introduction + secondsIn(parts)
  const line = lineOfDefence(movement)
  return {
    movement: movement.id,
    movements: [movement.id],
    chain: null,
    size: 1,
    rounds: block.rounds,
    breathing,
    cost: (BREATHING_SECONDS * breathing.length) / riders.length,
    seconds,
    introduction,
    said,
    longer: 0,
    given,
    gain,
    phase: movement.phase,
    lastPhase: movement.phase,
    warm: movement.phase === 'warm' || movement.phase === 'main' ? seconds : 0,
    isLongHold: movement.phase === 'long-holds',
    quality: movement.quality,
    lines: line > 0 ? [line] : [],
    posture,
    leaves: posture,
    ordered: [
      orderedOf(
        movement,
        riders.map((rider) => postureIn(rider, index) ?? ''),
        false,
      ),
    ],
    isDown: riders.some((rider) => rider.tier === 'floor' && isDown(postureIn(rider, index), ask)),
  }
}

/**
 * Who is spoken to in a block, and the work of the lane that sets the clock.
 *
 * @param turns whether it begins with a change of side
 * @example
 * workOf(plan.blocks[0], bridge, { index: 0, riders: problem.riders, ask }, false).heard.length // 2
 */
export function workOf(
  block: Block,
  movement: Movement,
  { index, riders, ask }: Pick<Whom, 'index' | 'riders' | 'ask'>,
  turns: boolean,
): { heard: Heard[]; parts: WorkPart[] } {
  // Many do it alike: what takes as long is worked out once, and the first of the longest sets the clock.
  const works = new Map<string, WorkPart[]>()
  for (const rider of riders) {
    const sided = sidesIn(entryAt(rider.offers, index), movement, ask)
    const key = `${sided.sides} ${sided.sideChangeSeconds}`
    if (!works.has(key)) works.set(key, partsOf(block, sided, turns))
  }
  const all = [...works.values()]
  const most = Math.max(0, ...all.map(secondsIn))
  return { heard: heardBy({ index, riders }), parts: all.find((parts) => secondsIn(parts) === most) ?? [] }
}

/**
 * Those who are spoken to where a movement is done.
 *
 * @example
 * heardBy({ index: 0, riders: problem.riders }).length // 2
 */
export function heardBy({ index, riders }: Pick<Whom, 'index' | 'riders'>): Heard[] {
  return riders.map((rider) => ({ tier: rider.tier, offers: entryAt(rider.offers, index) }))
}

/** What a second of a movement counts: the quality that is asked for first, what is repeated, what was there lately. */
function worthOfMovement({ id, quality }: Movement, { recent, carryOver, aim }: Ask): number {
  const again = recent.slice(0, AGAIN_SHARE.length).findIndex((meeting) => meeting.includes(id))
  return (
    (quality === aim.quality ? QUALITY_BONUS : 1) *
    (carryOver.includes(id) ? CARRY_OVER_BONUS : (AGAIN_SHARE[again] ?? 1))
  )
}

/** Which sides somebody works, and how long their change of side takes. */
function sidesIn(offers: readonly Offer[], movement: Movement, { catalogue }: Ask): Sided {
  const offer = offers.find((other) => other.variation !== null)
  return {
    sides: offer?.kind === 'breath' ? 'both' : (offer?.variation?.sides ?? movement.sides),
    sideChangeSeconds:
      catalogue.postures.get(offer?.variation?.postureId ?? '')?.sideChangeSeconds ??
      catalogue.clock.sideChange.seconds,
  }
}

type Sided = Pick<Work, 'sides' | 'sideChangeSeconds'>

function partsOf(block: Block, sided: Sided, turns: boolean): WorkPart[] {
  const { rounds, restSeconds, sideOrder: order, onSide } = block
  const roundSeconds = secondsOf(block.dose, sided.sides)
  return workParts({ ...sided, roundSeconds, rounds, restSeconds, order, onSide, turns })
}

/**
 * Where somebody is in a movement; null: they stay where they are.
 *
 * @example
 * postureIn(riders[0], 0) // 'chair/front-edge'
 */
export function postureIn(rider: RiderToday, index: number): string | null {
  const variation = rider.offers[index]?.find((offer) => offer.variation !== null)?.variation
  return variation && variation.tier === rider.tier ? variation.postureId : null
}

/**
 * Who has neither a version nor a stand-in, by their place among the riders.
 *
 * @example
 * breathingIn(bridge, 0, []) // []
 */
export function breathingIn(movement: Movement, index: number, riders: readonly RiderToday[]): number[] {
  return riders.flatMap((rider, at) =>
    !rider.today.breathOnly && isLeftOut(entryAt(rider.offers, index), movement) ? [at] : [],
  )
}

/**
 * Whether somebody is down on the floor in a posture.
 *
 * @example
 * isDown(null, ask) // false
 */
export function isDown(posture: string | null, { catalogue }: Ask): boolean {
  return posture !== null && posture.startsWith('floor/') && entryOf(catalogue.postures, posture).height < 1
}
