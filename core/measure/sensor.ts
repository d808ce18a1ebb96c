import { medianOf } from '../number'

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
export function findPlateau({ ms, deg }: Trace): Plateau | null {
  const stretches = stillStretches(ms, deg)
  const rest = stretches[0]
  if (!rest) return null
  const restDeg = medianOf(deg.slice(rest.from, rest.to + 1).sort())
  const held = stretches
    .slice(1)
    .filter(({ from, to }) => ms[to]! - ms[from]! >= SHORTEST_MS)
    .map((stretch) => ({ ...stretch, heldDeg: medianOf(deg.slice(stretch.from, stretch.to + 1).sort()) }))
    .filter(({ heldDeg }) => Math.abs(heldDeg - restDeg) >= LEAST_MOVED_DEG)
  if (held.length === 0) return null
  const farthest = Math.max(...held.map(({ heldDeg }) => Math.abs(heldDeg - restDeg)))
  const best = held
    .filter(({ heldDeg }) => Math.abs(heldDeg - restDeg) >= farthest - AS_FAR_DEG)
    .sort((a, b) => ms[b.to]! - ms[b.from]! - (ms[a.to]! - ms[a.from]!))[0]!
  const sorted = deg.slice(best.from, best.to + 1).sort()
  const spreadDeg = sorted[Math.floor(sorted.length * 0.75)]! - sorted[Math.floor(sorted.length * 0.25)]!
  return {
    fromMs: ms[best.from]!,
    toMs: ms[best.to]!,
    heldDeg: best.heldDeg,
    restDeg,
    movedDeg: Math.abs(best.heldDeg - restDeg),
    spreadDeg,
  }
}

interface Stretch {
  from: number
  to: number
}

/** Stretches in which every window of a second is still, in their order; the first is the rest. */
function stillStretches(ms: Float64Array, deg: Float64Array): Stretch[] {
  const stretches: Stretch[] = []
  let first = 0
  const window = new RunningLine()
  for (let last = 0; last < ms.length; last += 1) {
    window.add(ms[last]! / 1000, deg[last]!)
    while (ms[last]! - ms[first]! > WINDOW_MS) {
      window.remove(ms[first]! / 1000, deg[first]!)
      first += 1
    }
    // A window counts once it is full, give or take one sample.
    if (ms[last]! - ms[first]! < WINDOW_MS * 0.9 || !window.isStill()) continue
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
