import { getOrMake } from '../grouped'

/**
 * What is believed of a capacity: how likely each level is, on a fixed grid of levels with fractions. A rung is within
 * somebody where their capacity is at its demand or over.
 */
export type Belief = Float64Array<ArrayBuffer>

/** The grid: levels from half of one to six, by fifths. */
const FROM = 0.4
const PER_LEVEL = 5
const POINTS = 29
/** Margins between a capacity and a demand that a table of worths spans on either side, by tenths of a level. */
const MARGINS_A_LEVEL = 10
const REACH = 70

/** How a capacity moves while nothing is noted; levels, and shares, a week. */
export interface Drift {
  learns: number
  wanders: number
  forgets: number
  drops: number
}

/** What a note says of the margin between capacity and demand: by tenths, from −7 to 7. */
export type Worth = Float64Array

/**
 * A belief before anything was noted: most likely at a level, less so further away.
 *
 * @param mean levels
 * @param spread standard deviation, levels
 * @example
 * meanOf(beliefAround(3, 0.5)).toFixed(1) // '3.0'
 */
export function beliefAround(mean: number, spread: number): Belief {
  const belief = new Float64Array(POINTS)
  for (let at = 0; at < POINTS; at += 1) belief[at] = Math.exp(-0.5 * ((levelAt(at) - mean) / spread) ** 2)
  return normalised(belief)
}

/**
 * A table of what a note is worth by margin.
 *
 * @param likelihood how likely the note is where so many levels are left over
 * @example
 * worthTable((margin) => (margin >= 0 ? 1 : 0)).length // 141
 */
export function worthTable(likelihood: (margin: number) => number): Worth {
  return Float64Array.from({ length: 2 * REACH + 1 }, (_, at) => likelihood((at - REACH) / MARGINS_A_LEVEL))
}

/**
 * Takes a note in: what would make it likely becomes more likely. The belief is changed in place; its weights sum to
 * one again after `drifted` or `settled`.
 *
 * @param demand of what was done, levels
 * @example
 * learn(beliefAround(3, 0.5), worthTable((margin) => (margin >= 0 ? 1 : 0)), 4) // undefined
 */
export function learn(belief: Belief, worth: Worth, demand: number): void {
  const shift = REACH + Math.round((FROM - demand) * MARGINS_A_LEVEL)
  for (let at = 0, margin = shift; at < POINTS; at += 1, margin += STEP) belief[at]! *= worth[margin] ?? 0
}

/** Margins between two points of the grid. */
const STEP = MARGINS_A_LEVEL / PER_LEVEL

/**
 * A belief whose weights sum to one, after notes were taken in.
 *
 * @example
 * meanOf(settled(beliefAround(2, 0.4))).toFixed(1) // '2.0'
 */
export function settled(belief: Belief): Belief {
  // As `normalised`, of a length that is known.
  let sum = 0
  for (let at = 0; at < POINTS; at += 1) sum += belief[at] ?? 0
  if (!(sum > ANY)) return belief.fill(1 / POINTS)
  for (let at = 0; at < POINTS; at += 1) belief[at]! /= sum
  return belief
}

/** With less than this nothing is left. */
const ANY = 1e-300

/**
 * What is believed after some weeks without a note: capacities wander, a little upwards for whoever comes and downwards
 * for whoever stays away, and now and then one drops by one to three levels.
 *
 * @param weeks since the last note
 * @param into where it is written, and nothing of it is kept; left out: somewhere new
 * @example
 * spreadOf(drifted(beliefAround(3, 0.3), 8, { learns: 0, wanders: 0.2, forgets: 0, drops: 0 })).toFixed(1) // '0.6'
 */
export function drifted(belief: Belief, weeks: number, drift: Drift, into: Belief = new Float64Array(POINTS)): Belief {
  const { wander, chanceOfDrop } = movesIn(Math.max(0, Math.min(26, weeks)), drift)
  const reach = wander.length - 1
  const half = reach / 2
  const size = POINTS + reach
  const [stay, wide] = roomFor(size + reach + AT_ONCE)
  const stays = 1 - chanceOfDrop
  for (let at = 0; at < reach; at += 1) stay[at] = 0
  for (let at = 0; at < POINTS; at += 1) stay[reach + at] = stays * (belief[at] ?? 0)
  for (let at = size; at < size + reach + AT_ONCE; at += 1) stay[at] = 0
  // Four points at a time: this is where deciding for many spends its time.
  for (let at = 0; at < size; at += AT_ONCE) {
    // One by one: taken from a list they would be kept as objects.
    let one = 0
    let two = 0
    let three = 0
    let four = 0
    for (let from = at, by = reach; by >= 0; from += 1, by -= 1) {
      const share = wander[by] ?? 0
      one += (stay[from] ?? 0) * share
      two += (stay[from + 1] ?? 0) * share
      three += (stay[from + 2] ?? 0) * share
      four += (stay[from + 3] ?? 0) * share
    }
    wide[at] = one
    wide[at + 1] = two
    wide[at + 2] = three
    wide[at + 3] = four
  }
  for (let at = 0; at < POINTS; at += 1) into[at] = wide[at + half] ?? 0
  // What would wander off the grid stays at its ends.
  for (let off = 0; off < half; off += 1) {
    into[0]! += wide[off] ?? 0
    into[POINTS - 1]! += wide[POINTS + half + off] ?? 0
  }
  addDrops(into, belief, chanceOfDrop)
  return settled(into)
}

const AT_ONCE = 4
/** Room to wander in, used anew each time: what stays, with nothing around it, and where it goes. */
let room = [new Float64Array(3 * POINTS), new Float64Array(3 * POINTS)] as const

function roomFor(size: number): typeof room {
  if (room[0].length < size) room = [new Float64Array(size), new Float64Array(size)]
  return room
}

/** A drop takes one to three levels, as likely the one as the other; the grid's lowest level takes what falls below. */
function addDrops(moved: Belief, belief: Belief, chance: number): void {
  const each = chance / (DROP_TO - DROP_FROM + 1)
  // What lies between the two ends of a drop, as a sum that goes along.
  let between = 0
  for (let at = POINTS - 1; at > -DROP_TO; at -= 1) {
    const comes = at + DROP_FROM
    const goes = at + DROP_TO + 1
    if (comes >= 0 && comes < POINTS) between += belief[comes] ?? 0
    if (goes < POINTS) between -= belief[goes] ?? 0
    moved[at > 0 ? at : 0]! += each * between
  }
}

const DROP_FROM = PER_LEVEL
const DROP_TO = 3 * PER_LEVEL

/** Where a capacity goes in some weeks: by steps of the grid, the middle staying; and how likely it drops. */
interface Moves {
  wander: Float64Array
  chanceOfDrop: number
}

const known = new WeakMap<Drift, Map<number, Moves>>()
/** What was asked for last: from meeting to meeting it is mostly the same. */
let lately: { drift: Drift; days: number; moves: Moves } | null = null

/** Worked out once for each number of days. */
function movesIn(weeks: number, drift: Drift): Moves {
  const days = Math.round(weeks * 7)
  if (lately?.days === days && lately.drift === drift) return lately.moves
  const own = known.get(drift) ?? new Map<number, Moves>()
  known.set(drift, own)
  const moves = getOrMake(own, days, () => movesOf(days / 7, drift))
  lately = { drift, days, moves }
  return moves
}

function movesOf(weeks: number, { learns, wanders, forgets, drops }: Drift): Moves {
  // The first fortnight is coming as usual; from then on one is away.
  const mean = learns * Math.min(weeks, 2) - forgets * Math.max(0, weeks - 2)
  const spread = Math.max(0.03, wanders * Math.sqrt(weeks))
  const half = Math.ceil((Math.abs(mean) + 3 * spread) * PER_LEVEL)
  const wander = Float64Array.from({ length: 2 * half + 1 }, (_, at) =>
    Math.exp(-0.5 * (((at - half) / PER_LEVEL - mean) / spread) ** 2),
  )
  return { wander: normalised(wander), chanceOfDrop: 1 - (1 - drops) ** weeks }
}

/**
 * How likely it is that something is within somebody, from 0 to 1.
 *
 * @param demand levels
 * @example
 * chanceOf(beliefAround(3, 0.5), 3).toFixed(1) // '0.5'
 */
export function chanceOf(belief: Belief, demand: number): number {
  const from = (demand - FROM) * PER_LEVEL
  let sum = 0
  // The cell that the demand falls into counts by its part.
  for (let at = 0; at < POINTS; at += 1) sum += (belief[at] ?? 0) * Math.max(0, Math.min(1, at - from + 0.5))
  return sum
}

/**
 * The level that is believed on average.
 *
 * @example
 * meanOf(beliefAround(2, 0.4)).toFixed(1) // '2.0'
 */
export function meanOf(belief: Belief): number {
  let sum = 0
  for (let at = 0; at < POINTS; at += 1) sum += (belief[at] ?? 0) * levelAt(at)
  return sum
}

/**
 * How unsure a belief is: its standard deviation, levels.
 *
 * @example
 * spreadOf(beliefAround(3, 0.4)).toFixed(1) // '0.4'
 */
export function spreadOf(belief: Belief): number {
  const mean = meanOf(belief)
  let sum = 0
  for (let at = 0; at < POINTS; at += 1) sum += (belief[at] ?? 0) * (levelAt(at) - mean) ** 2
  return Math.sqrt(sum)
}

function levelAt(at: number): number {
  return FROM + at / PER_LEVEL
}

/** Weights that sum to one; where nothing is left of them, nothing is known: all are alike. */
function normalised<W extends Float64Array>(weights: W): W {
  let sum = 0
  for (let at = 0; at < weights.length; at += 1) sum += weights[at] ?? 0
  if (sum > ANY) for (let at = 0; at < weights.length; at += 1) weights[at]! /= sum
  else weights.fill(1 / weights.length)
  return weights
}
