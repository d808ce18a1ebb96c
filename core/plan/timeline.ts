import { entryAt } from '../entries'
import type { Catalogue } from '../catalogue/catalogue'
import { TIERS, type Tier } from '../catalogue/words'
import type { Offer } from '../offer/offer'
import type { ChangeoverMove } from '../time/changeover'
import { secondsOf } from '../time/secondsOf'
import { workParts, type WorkPart } from '../time/workSeconds'
import { turnsTo } from './chain'
import { contourOf, type Contour } from './contour'
import { earlyEnd, secondsIn, sideChangeIn, type EndsEarly } from './endsEarly'
import { Introducing } from './introducing'
import { openingSeconds } from './opening'
import { blockIn, type Block, type BlockOfLane, type Plan } from './plan'
import { introductionSeconds, tellingSeconds } from './saying'
import { typicalRiders, type Rider } from './typicalRiders'
import { Walker } from './walker'

export interface LaneBlock {
  riders: string[]
  /** Whose dose is shorter than the block's. */
  early: EndsEarly[]
  /** Who does the catch-up round on a weaker side. */
  catchUp: string[]
  changeoverSeconds: number
  fetchSeconds: number
  workSeconds: number
  /** Spare time until the slowest lane is done: stay and breathe, or one more round. */
  fillerSeconds: number
  /** The transition script of the lane's slowest person. */
  moves: ChangeoverMove[]
  /** The parts of the work as this lane does them. */
  parts: WorkPart[]
  postureId: string
}

export interface BlockTime {
  blockId: string
  startsAt: number
  introductionSeconds: number
  /** A pause for water before the block, where the plan has one half way. */
  drinkSeconds: number
  /** To how many lanes, in their order, its set-up is told while the chain's part before is done. */
  toldAhead: number
  /** The slowest lane's changeover and fetching. */
  changeoverSeconds: number
  /** The slowest lane's work. */
  workSeconds: number
  seconds: number
  lanes: Record<Tier, LaneBlock | null>
}

export interface Timeline {
  blocks: BlockTime[]
  /** Back to each lane's home posture; the last getting-up counts. */
  endingSeconds: number
  /** How the slowest of a lane gets back there; null: nobody is in the lane. */
  homeward: Record<Tier, ChangeoverMove[] | null>
  seconds: number
  contours: Record<Tier, Contour | null>
  /** People who have no safe way to a posture of the plan: lane, block and name. */
  noWay: { rider: string; blockId: string }[]
}

/**
 * Times a plan for the people who are there: every lane, block by block, on one clock.
 *
 * Block seconds = introduction + the slowest lane's (changeover + fetching) + the slowest lane's work. A lane's
 * changeover is its slowest person's. Introduction and changeover last as long as it takes to say what is said in them.
 * Without anybody, all four lanes are timed for a typical person at level 2.
 *
 * @param riders the people with their offers; an empty list times the plan for a typical lane each
 * @param met ids of movements the circle has met before
 * @source ours, from common practice
 * @example
 * timelineOf(emptyPlan('', 45, 'dwell'), [], met, catalogue).blocks // []
 */
export function timelineOf(
  plan: Plan,
  riders: readonly Rider[],
  met: ReadonlySet<string>,
  catalogue: Catalogue,
): Timeline {
  const { voice, water } = catalogue.clock
  const people = riders.length > 0 ? riders : typicalRiders(plan, catalogue)
  const walkers = people.map((rider) => new Walker(plan.waitAfterLying ? waiting(rider, catalogue) : rider, catalogue))
  const introducing = new Introducing(plan.blocks, met, catalogue)
  const noWay: Timeline['noWay'] = []
  let clock = 0
  let hadWater = false
  const heardIn = (at: number) => walkers.map(({ rider }) => ({ tier: rider.tier, offers: rider.offers[at] ?? [] }))
  const tiers = new Set(people.map(({ tier }) => tier))
  const blocks = plan.blocks.map((block, index): BlockTime => {
    const open = Math.max(0, ...[...tiers].map((tier) => opensIn(blockIn(block, tier), catalogue)))
    const lanes = byTier((tier) => {
      const inLane = walkers.filter((walker) => walker.rider.tier === tier)
      if (inLane.length === 0) return null
      return laneBlock(blockIn(block, tier), index, { walkers: inLane, open, plan, catalogue, noWay })
    })
    const present = TIERS.flatMap((tier) => lanes[tier] ?? [])
    // Nobody is told faster than it can be said.
    const telling = tellingSeconds(
      byTier((tier) => lanes[tier]?.moves.map(({ cue }) => cue) ?? []),
      voice,
    )
    const changeoverSeconds = Math.max(telling, ...present.map((lane) => lane.changeoverSeconds + lane.fetchSeconds))
    const blockWork = Math.max(0, ...present.map((lane) => lane.workSeconds))
    const parts = clockOf(present, blockWork)?.parts ?? []
    const { usual, said, toldAhead } = introducing.next({ heard: heardIn(index), parts }, heardIn(index + 1))
    for (const lane of present) {
      lane.fillerSeconds = changeoverSeconds - lane.changeoverSeconds - lane.fetchSeconds + blockWork - lane.workSeconds
    }
    const introduced = introductionSeconds(usual, said, changeoverSeconds - telling)
    const drinkSeconds = plan.drinkBreak && !hadWater && clock >= (plan.minutes * 60) / 2 ? water.seconds : 0
    hadWater ||= drinkSeconds > 0
    const seconds = drinkSeconds + introduced + changeoverSeconds + blockWork
    const startsAt = clock
    clock += seconds
    return {
      blockId: block.id,
      startsAt,
      drinkSeconds,
      introductionSeconds: introduced,
      toldAhead,
      changeoverSeconds,
      workSeconds: blockWork,
      seconds,
      lanes,
    }
  })
  const endingSeconds = Math.max(0, ...walkers.map((walker) => walker.goHome()))
  const contours = byTier((tier) => contourIn(tier, walkers, { blocks, homewardAt: clock, endingSeconds, catalogue }))
  const homeward = byTier((tier) => slowestIn(tier, walkers)?.homeward ?? null)
  return { blocks, endingSeconds, homeward, seconds: clock + endingSeconds, contours, noWay }
}

/** How long a lane that is there does two more of a block, seconds; nothing where it does not. */
function opensIn({ movement, dose, opening }: BlockOfLane, { movements }: Catalogue): number {
  return opening ? openingSeconds(dose, movements.get(movement)?.sides ?? 'both') : 0
}

/**
 * The lane that sets a block's clock: the slowest; of those one that does two more, since that is what is counted.
 *
 * @example
 * clockOf([], 0) // undefined
 */
export function clockOf(lanes: readonly LaneBlock[], workSeconds: number): LaneBlock | undefined {
  const slowest = lanes.filter((lane) => lane.workSeconds === workSeconds)
  return slowest.find(({ parts }) => parts.some(({ kind }) => kind === 'opening')) ?? slowest[0]
}

function slowestIn(tier: Tier, walkers: readonly Walker[]): Walker | undefined {
  return walkers.filter(({ rider }) => rider.tier === tier).toSorted((a, b) => b.movedSeconds - a.movedSeconds)[0]
}

/** The way of a lane's slowest person through postures. */
function contourIn(
  tier: Tier,
  walkers: readonly Walker[],
  times: { blocks: readonly BlockTime[]; homewardAt: number; endingSeconds: number; catalogue: Catalogue },
): Contour | null {
  const { blocks, homewardAt, endingSeconds, catalogue } = times
  const slowest = slowestIn(tier, walkers)
  if (!slowest) return null
  const legs = blocks.map((time, index) => ({ time, moves: entryAt(slowest.steps, index) }))
  const { home, homeward } = slowest
  return contourOf(home, { legs, homeward, homewardAt, end: homewardAt + endingSeconds, catalogue })
}

function byTier<T>(make: (tier: Tier) => T): Record<Tier, T> {
  return { bed: make('bed'), chair: make('chair'), standing: make('standing'), floor: make('floor') }
}

/** Somebody who waits after getting up as the plan wants it of everybody; who must wait longer, does. */
function waiting(rider: Rider, { clock }: Catalogue): Rider {
  const { sittingWaitSeconds, standingWaitSeconds } = rider.mover
  return {
    ...rider,
    mover: {
      ...rider.mover,
      sittingWaitSeconds: Math.max(sittingWaitSeconds, clock.afterLying.sittingSeconds),
      standingWaitSeconds: Math.max(standingWaitSeconds, clock.afterLying.standingSeconds),
    },
  }
}

function laneBlock(
  block: BlockOfLane,
  index: number,
  {
    walkers,
    open,
    plan,
    catalogue,
    noWay,
  }: { walkers: Walker[]; open: number; plan: Plan; catalogue: Catalogue; noWay: Timeline['noWay'] },
): LaneBlock {
  const lane: LaneBlock = {
    riders: walkers.map((walker) => walker.rider.id),
    early: [],
    catchUp: [],
    changeoverSeconds: 0,
    fetchSeconds: 0,
    workSeconds: 0,
    fillerSeconds: 0,
    moves: [],
    parts: [],
    postureId: entryAt(walkers, 0).posture,
  }
  const turns = turnsTo(plan.blocks, index)
  for (const walker of walkers) {
    const step = walker.stepTo(index)
    if (!step.open) noWay.push({ rider: walker.rider.id, blockId: block.id })
    if (step.seconds >= lane.changeoverSeconds) {
      lane.changeoverSeconds = step.seconds
      lane.moves = step.moves
      lane.postureId = walker.posture
    }
    if (!plan.propsLaidOut && step.fetches) lane.fetchSeconds = catalogue.clock.fetching.seconds
    const offers = walker.rider.offers[index] ?? []
    if (offers.some((offer) => offer.catchUp)) lane.catchUp.push(walker.rider.id)
    const parts = partsFor(block, { offers, turns, open }, walker.posture, catalogue)
    const seconds = secondsIn(parts)
    lane.early.push(
      ...earlyEnd({ rider: walker.rider.id, posture: walker.posture, offers }, { block, seconds, turns }, catalogue),
    )
    if (seconds >= lane.workSeconds) {
      lane.workSeconds = seconds
      lane.parts = parts
    }
  }
  return lane
}

/** A block is never changed in place, so its parts are worked out once for each way of treating the sides. */
const knownParts = new WeakMap<Block, Map<string, WorkPart[]>>()

/** The work of a block as one person does it: a stand-in keeps its own way of treating the sides. */
function partsFor(
  block: BlockOfLane,
  { offers, turns, open }: { offers: readonly Offer[]; turns: boolean; open: number },
  postureId: string,
  catalogue: Catalogue,
): WorkPart[] {
  const movement = catalogue.movements.get(block.movement)
  if (!movement) return []
  const done = offers.find((offer) => offer.variation !== null)
  const sides = done?.kind === 'breath' ? 'both' : (done?.variation?.sides ?? movement.sides)
  const sideChangeSeconds = sideChangeIn(postureId, catalogue)
  const catchUp = offers.some((offer) => offer.catchUp)
  const key = `${sides} ${sideChangeSeconds} ${catchUp} ${turns} ${open}`
  let byKey = knownParts.get(block)
  if (!byKey) knownParts.set(block, (byKey = new Map()))
  let parts = byKey.get(key)
  // The block's dose is the clock: who has a dose of their own ends within it. A rung that works one side at a time
  // does the alternating or two-sided dose on each side.
  if (!parts)
    byKey.set(
      key,
      (parts = workParts({
        roundSeconds: secondsOf(block.dose, sides),
        rounds: block.rounds,
        restSeconds: block.restSeconds,
        untilTalk: block.untilTalk,
        sides,
        order: block.sideOrder,
        sideChangeSeconds,
        catchUp,
        onSide: block.onSide,
        openingSeconds: open,
        opens: block.opening,
        turns,
      })),
    )
  return parts
}
