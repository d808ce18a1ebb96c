import { entriesOf, entryAt, entryOf } from '../entries'
import type { Movement } from '../catalogue/catalogue'
import { lineOfDefence } from '../catalogue/strand'
import { REGIONS, type Phase, type Quality } from '../catalogue/words'
import { medianOf } from '../number'
import { isLeftOut, type Offer } from '../offer/offerFor'
import { gainedFrom } from '../plan/coverage'
import { secondsIn } from '../plan/endsEarly'
import type { Block, Plan } from '../plan/plan'
import type { RiderToday } from '../plan/riders'
import { introductionSpeech } from '../plan/saying'
import { secondsOf } from '../time/secondsOf'
import { workParts, type WorkPart } from '../time/workSeconds'
import type { Ask } from './ask'

/** One movement with one number of rounds: what a plan is put together from. */
export interface Option {
  movement: string
  rounds: number
  /** Introduction and work; the way there is the order's. */
  seconds: number
  /** Of these the introduction, as the clock has it; and how long it takes to say what is said in it. */
  introduction: number
  said: number
  /** Useful seconds it gives each region, `REGIONS` in their order. */
  gain: Float64Array
  phase: Phase
  quality: Quality
  /** Which line of defence it trains, 1–3 in their order; 0: none. */
  line: number
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

const QUALITY_BONUS = 1.15
const CARRY_OVER_BONUS = 1.2
/** What counts of a movement that the last meetings had already, the last one first; ours. */
const AGAIN_SHARE = [0.8, 0.88, 0.94, 0.97]
const HOLD_SECONDS = 20
/** What it costs that somebody only breathes in a block, shared by all, seconds; ours. */
const BREATHING_SECONDS = 60

/** The least served count at most so many times as much as the middle; ours. */
const LEAST_SERVED_AT_MOST = 2

/**
 * How much each person's seconds count: who gets less of what there is, through own doses, stand-ins and breath, counts
 * more. All shares together are 1.
 *
 * @example
 * sharesOf([], plan, ask) // []
 */
export function sharesOf(riders: readonly RiderToday[], everything: Plan, { catalogue }: Ask): number[] {
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

/**
 * The school's dose with a round less and a round more, or two where blocks are few.
 *
 * @example
 * optionsFor(plan.blocks[0], bridge, { index: 0, riders: problem.riders, shares: [0.5, 0.5], posture: 0, ask }).length
 * // 3
 */
export function optionsFor(
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
  const rounds = roundsFrom(block.rounds, ask.most === null ? ROUNDS_MORE : ROUNDS_MORE_OF_FEW)
  const { firstSeconds, againSeconds } = catalogue.clock.introduction
  const introduction = ask.met.has(movement.id) ? againSeconds : firstSeconds
  const again = ask.recent.slice(0, AGAIN_SHARE.length).findIndex((meeting) => meeting.includes(movement.id))
  const carried = ask.carryOver.includes(movement.id)
  const breathing = breathingIn(movement, index, riders)
  const cost = (BREATHING_SECONDS * breathing.length) / riders.length
  const worth =
    (movement.quality === ask.aim.quality ? QUALITY_BONUS : 1) *
    (carried ? CARRY_OVER_BONUS : (AGAIN_SHARE[again] ?? 1))
  return rounds.map((count): Option => {
    const gain = new Float64Array(REGIONS.length)
    const heard = riders.map((rider) => ({ tier: rider.tier, offers: entryAt(rider.offers, index) }))
    let [work, slowest] = [0, [] as WorkPart[]]
    riders.forEach((rider, at) => {
      const offers = entryAt(rider.offers, index)
      const offer = offers.find((other) => other.variation !== null)
      const parts = partsOf({ ...block, rounds: count }, offer, movement, ask)
      const seconds = secondsIn(parts)
      if (seconds > work) [work, slowest] = [seconds, parts]
      for (const { movement: done, seconds } of gainedFrom(offers, block, catalogue, count))
        for (const [region, weight] of entriesOf(done.regions))
          gain[REGIONS.indexOf(region)]! += seconds * worth * entryAt(shares, at) * weight
    })
    const said = introductionSpeech({ ...block, rounds: count }, { heard, parts: slowest }, catalogue)
    return {
      movement: movement.id,
      rounds: count,
      breathing,
      cost,
      seconds: introduction + work,
      introduction,
      said,
      gain,
      phase: movement.phase,
      quality: movement.quality,
      line: lineOfDefence(movement),
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

function partsOf(block: Block, offer: Offer | undefined, movement: Movement, { catalogue }: Ask): WorkPart[] {
  const sides = offer?.kind === 'breath' ? 'both' : (offer?.variation?.sides ?? movement.sides)
  const sideChangeSeconds =
    catalogue.postures.get(offer?.variation?.postureId ?? '')?.sideChangeSeconds ?? catalogue.clock.sideChange.seconds
  return workParts({
    roundSeconds: secondsOf(block.dose, sides),
    rounds: block.rounds,
    restSeconds: block.restSeconds,
    sides,
    order: block.sideOrder,
    sideChangeSeconds,
  })
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
