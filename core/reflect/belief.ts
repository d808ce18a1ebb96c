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
  return normalised(
    Float64Array.from({ length: POINTS }, (_, at) => Math.exp(-0.5 * ((levelAt(at) - mean) / spread) ** 2)),
  )
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
 * Takes a note in: what would make it likely becomes more likely. The belief is changed in place; its weights sum to one
 * again after `drifted` or `settled`.
 *
 * @param demand of what was done, levels
 * @example
 * learn(beliefAround(3, 0.5), worthTable((margin) => (margin >= 0 ? 1 : 0)), 4) // undefined
 */
export function learn(belief: Belief, worth: Worth, demand: number): void {
  const shift = REACH + Math.round((FROM - demand) * MARGINS_A_LEVEL)
  for (let at = 0, margin = shift; at < POINTS; at += 1, margin += STEP) belief[at]! *= worth[margin] as number
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
  return normalised(belief)
}

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
  const half = (wander.length - 1) / 2
  const stays = 1 - chanceOfDrop
  const wide = WIDE.length < POINTS + 2 * half ? new Float64Array(POINTS + 2 * half) : WIDE
  wide.fill(0, 0, POINTS + 2 * half)
  for (let at = 0; at < POINTS; at += 1) {
    const mass = stays * (belief[at] as number)
    for (let by = 0; by < wander.length; by += 1) wide[at + by]! += mass * (wander[by] as number)
  }
  for (let at = 0; at < POINTS; at += 1) into[at] = wide[at + half] as number
  // What would wander off the grid stays at its ends.
  for (let off = 0; off < half; off += 1) {
    into[0]! += wide[off] as number
    into[POINTS - 1]! += wide[POINTS + half + off] as number
  }
  addDrops(into, belief, chanceOfDrop)
  return normalised(into)
}

/** Room to wander in, used anew each time. */
const WIDE = new Float64Array(3 * POINTS)

/** A drop takes one to three levels, as likely the one as the other; the grid's lowest level takes what falls below. */
function addDrops(moved: Belief, belief: Belief, chance: number): void {
  const each = chance / (DROP_TO - DROP_FROM + 1)
  // What lies between the two ends of a drop, as a sum that goes along.
  let between = 0
  for (let at = POINTS - 1; at > -DROP_TO; at -= 1) {
    const comes = at + DROP_FROM
    const goes = at + DROP_TO + 1
    if (comes >= 0 && comes < POINTS) between += belief[comes] as number
    if (goes < POINTS) between -= belief[goes] as number
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

/** Worked out once for each number of days. */
function movesIn(weeks: number, drift: Drift): Moves {
  const own = known.get(drift) ?? new Map<number, Moves>()
  known.set(drift, own)
  const days = Math.round(weeks * 7)
  let moves = own.get(days)
  if (!moves) own.set(days, (moves = movesOf(days / 7, drift)))
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
  for (let at = 0; at < POINTS; at += 1) sum += (belief[at] as number) * Math.max(0, Math.min(1, at - from + 0.5))
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
  for (let at = 0; at < POINTS; at += 1) sum += (belief[at] as number) * levelAt(at)
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
  for (let at = 0; at < weights.length; at += 1) sum += weights[at] as number
  if (sum > 1e-300) for (let at = 0; at < weights.length; at += 1) weights[at]! /= sum
  else weights.fill(1 / weights.length)
  return weights
}
