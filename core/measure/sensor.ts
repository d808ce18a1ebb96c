import { entryAt, lastOf } from '../entries'
import { medianOf } from '../number'
import { GAP_MS } from './soundTrace'

/** What a tilt sensor sent: moments in milliseconds, rising, and angles in degrees. */
export interface Trace {
  ms: Float64Array
  deg: Float64Array
}

export interface Plateau {
  fromMs: number
  toMs: number
  /** The median angle while still, degrees, as the sensor counts. */
  heldDeg: number
  /** The median before anything moved. */
  restDeg: number
  /** How far it was moved: the result, degrees. */
  movedDeg: number
  /** Half of the samples lie within this, degrees. */
  spreadDeg: number
}

/** Still means: over a second the angle wanders by no more than this, and drifts no faster; ours, tried on traces. */
const WINDOW_MS = 1000
const STILL_SD_DEG = 1.6
const STILL_DRIFT_DEG_PER_S = 2.5
const SHORTEST_MS = 1500
/** Of two still stretches that are as far out as this from each other, the longer one counts. */
const AS_FAR_DEG = 3
/** Less is no movement at all. */
const LEAST_MOVED_DEG = 3

/**
 * Finds where a limb was held still at the end of its range: settles the rest angle, looks for stretches in which the
 * angle neither wobbles nor drifts, and takes the median of the one farthest from rest. One pass over sums, so that a
 * trace of ten minutes is no work.
 *
 * @returns null where nothing was held for a second and a half
 * @source ours
 * @example
 * findPlateau(simulatedTrace(SIMULATED_PEOPLE[0], 7)).movedDeg // 36.72
 */
export function findPlateau(trace: Trace): Plateau | null {
  const held = heldIn(trace)
  const farthest = Math.max(...held.map(({ movedDeg }) => movedDeg))
  return longest(held.filter(({ movedDeg }) => movedDeg >= farthest - AS_FAR_DEG)) ?? null
}

/** How far somebody goes by themselves, and how far it goes when it is helped. */
export interface TwoRanges {
  own: Plateau | null
  helped: Plateau | null
}

/**
 * Both ranges in one go: held as far as it goes by itself, then helped on to its end and held there. The helped one is
 * the farthest; their own is the farthest that was held before it.
 *
 * @returns with one hold only, that is their own, and nothing is helped
 * @source ours
 * @example
 * findTwoRanges(simulatedTrace(SIMULATED_PEOPLE[0], 7)).helped // null
 */
export function findTwoRanges(trace: Trace): TwoRanges {
  const held = heldIn(trace).flatMap((one) => risenIn(trace, one) ?? [one])
  const first = held[0]
  if (!first) return { own: null, helped: null }
  const farthest = Math.max(...held.map(({ movedDeg }) => movedDeg))
  const before = (than: Plateau) => held.filter(({ toMs }) => toMs <= than.fromMs)
  // Where it goes no further with help, the last hold of those as far is the helped one.
  const helped = held.findLast((one) => one.movedDeg >= farthest - AS_FAR_DEG && before(one).length > 0)
  if (!helped) return { own: findPlateau(trace), helped: null }
  const most = Math.max(...before(helped).map(({ movedDeg }) => movedDeg))
  return { own: longest(before(helped).filter(({ movedDeg }) => movedDeg >= most - AS_FAR_DEG)) ?? first, helped }
}

/** Each side of a small way on is as long as this at least, and so much around it is left out of both. */
const RISE = { leastMs: 1200, aroundMs: 600 } as const

/**
 * A hold that was helped on by a few degrees looks like one that wanders: where its second part is clearly farther out
 * than its first, it is two. Somebody who sinks goes the other way.
 *
 * @returns null where it is one hold
 */
function risenIn({ ms, deg }: Trace, held: Plateau): [Plateau, Plateau] | null {
  const from = ms.findIndex((moment) => moment >= held.fromMs)
  const after = ms.findIndex((moment) => moment > held.toMs)
  const to = after < 0 ? ms.length : after
  const sums = [0]
  for (let at = from; at < to; at += 1) sums.push(lastOf(sums) + entryAt(deg, at))
  const all = to - from
  let [best, place] = [0, -1]
  for (let count = 1; count < all; count += 1) {
    if (entryAt(ms, from + count) - held.fromMs < RISE.leastMs || held.toMs - entryAt(ms, from + count) < RISE.leastMs)
      continue
    const [first, second] = [entryAt(sums, count) / count, (entryAt(sums, all) - entryAt(sums, count)) / (all - count)]
    // What two levels explain of the spread.
    const explained = ((count * (all - count)) / all) * (first - second) ** 2
    if (explained > best) [best, place] = [explained, from + count]
  }
  if (place < 0) return null
  const part = (fromMs: number, toMs: number): Plateau | null => {
    const own = deg
      .slice(from, to)
      .filter((_, at) => entryAt(ms, from + at) >= fromMs && entryAt(ms, from + at) <= toMs)
    return own.length === 0 ? null : plateauOf(own.sort(), { fromMs, toMs, restDeg: held.restDeg })
  }
  const middle = entryAt(ms, place)
  const [first, second] = [part(held.fromMs, middle - RISE.aroundMs), part(middle + RISE.aroundMs, held.toMs)]
  if (!first || !second || second.movedDeg - first.movedDeg < LEAST_MOVED_DEG) return null
  return [first, second]
}

/** @param sorted the angles of a hold, in order of their size */
function plateauOf(
  sorted: Float64Array,
  { fromMs, toMs, restDeg }: Pick<Plateau, 'fromMs' | 'toMs' | 'restDeg'>,
): Plateau {
  const heldDeg = medianOf(sorted)
  const spreadDeg =
    entryAt(sorted, Math.floor(sorted.length * 0.75)) - entryAt(sorted, Math.floor(sorted.length * 0.25))
  return { fromMs, toMs, heldDeg, restDeg, movedDeg: Math.abs(heldDeg - restDeg), spreadDeg }
}

function longest(held: readonly Plateau[]): Plateau | undefined {
  return held.toSorted((a, b) => b.toMs - b.fromMs - (a.toMs - a.fromMs))[0]
}

/** Everything that was held away from rest for long enough, in its order. */
function heldIn({ ms, deg }: Trace): Plateau[] {
  const [rest, ...stretches] = stillStretches(ms, deg)
  if (!rest) return []
  const restDeg = medianOf(deg.slice(rest.from, rest.to + 1).sort())
  return stretches
    .filter(({ from, to }) => entryAt(ms, to) - entryAt(ms, from) >= SHORTEST_MS)
    .map(({ from, to }) =>
      plateauOf(deg.slice(from, to + 1).sort(), { fromMs: entryAt(ms, from), toMs: entryAt(ms, to), restDeg }),
    )
    .filter(({ movedDeg }) => movedDeg >= LEAST_MOVED_DEG)
}

interface Stretch {
  from: number
  to: number
}

/** Stretches in which every window of a second is still, in their order; the first is the rest. */
function stillStretches(ms: Float64Array, deg: Float64Array): Stretch[] {
  const stretches: Stretch[] = []
  let first = 0
  let window = new RunningLine()
  for (let last = 0; last < ms.length; last += 1) {
    // Nothing is known of what happened while nothing came: a window begins anew after it.
    if (last > 0 && entryAt(ms, last) - entryAt(ms, last - 1) > GAP_MS) {
      window = new RunningLine()
      first = last
    }
    window.add(entryAt(ms, last) / 1000, entryAt(deg, last))
    while (entryAt(ms, last) - entryAt(ms, first) > WINDOW_MS) {
      window.remove(entryAt(ms, first) / 1000, entryAt(deg, first))
      first += 1
    }
    // A window counts once it is full, give or take one sample.
    if (entryAt(ms, last) - entryAt(ms, first) < WINDOW_MS * 0.9 || !window.isStill()) continue
    const current = stretches.at(-1)
    if (current && first <= current.to) current.to = last
    else stretches.push({ from: first, to: last })
  }
  return stretches
}

/** Sums over a moving window: enough for its spread and its slope. */
class RunningLine {
  private n = 0
  private t = 0
  private y = 0
  private tt = 0
  private ty = 0
  private yy = 0

  add(seconds: number, degrees: number): void {
    this.change(seconds, degrees, 1)
  }
  remove(seconds: number, degrees: number): void {
    this.change(seconds, degrees, -1)
  }
  private change(t: number, y: number, sign: 1 | -1): void {
    this.n += sign
    this.t += sign * t
    this.y += sign * y
    this.tt += sign * t * t
    this.ty += sign * t * y
    this.yy += sign * y * y
  }
  isStill(): boolean {
    const { n, t, y, tt, ty, yy } = this
    if (n < 5) return false
    const [timeSpread, together, angleSpread] = [tt - (t * t) / n, ty - (t * y) / n, yy - (y * y) / n]
    const slope = timeSpread > 0 ? together / timeSpread : 0
    const around = Math.sqrt(Math.max(0, angleSpread - slope * together) / n)
    return Math.abs(slope) <= STILL_DRIFT_DEG_PER_S && around <= STILL_SD_DEG
  }
}
