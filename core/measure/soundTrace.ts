import { entryAt } from '../entries'
import { medianOf } from '../number'

/** Samples of one or more channels as a sensor sent them: moments in milliseconds. */
export interface Samples {
  ms: Float64Array
  /** Each as long as `ms`, in the sensor's unit. */
  channels: readonly Float64Array[]
}

/** What of a trace is not sound. */
export interface TraceFaults {
  /** Samples that are no numbers, or beyond what the sensor can send. */
  nonsense: number
  /** Samples that came twice, or out of their order. */
  repeated: number
  /** Single samples far from both neighbours. */
  jumps: number
  /** Where nothing came, milliseconds. */
  gaps: { fromMs: number; toMs: number }[]
}

/** What a sensor can send: beyond it a sample is none. */
export interface SensorLimits {
  least: number
  most: number
  /** A single sample that differs from the middle of its neighbourhood by more is a jump. */
  jump: number
}

/** Nothing for so long is a gap; ours. */
export const GAP_MS = 400
/** Neighbours on each side that say where a sample should be; ours. */
const NEIGHBOURS = 3

/**
 * What is sound of a trace: in order, each moment once, within what the sensor can send, without single samples that
 * jump. Nothing is invented: what is missing stays missing.
 *
 * @returns the sound samples, and what was left out
 * @source ours; jumps by the distance from the median of the neighbourhood, after Hampel 1974 (memory)
 * @example
 * soundSamples({ ms: Float64Array.of(0, 10, 10, 20), channels: [Float64Array.of(1, 2, 2, NaN)] },
 * { least: -180, most: 180, jump: 30 }).faults.repeated // 1
 */
export function soundSamples(
  { ms, channels }: Samples,
  limits: SensorLimits,
): { samples: Samples; faults: TraceFaults } {
  const faults: TraceFaults = { nonsense: 0, repeated: 0, jumps: 0, gaps: [] }
  const ordered: number[] = []
  let last = -Infinity
  for (let at = 0; at < ms.length; at += 1) {
    const can = (value: number) => value >= limits.least && value <= limits.most
    if (!Number.isFinite(ms[at]) || !channels.every((channel) => can(entryAt(channel, at)))) faults.nonsense += 1
    else if (entryAt(ms, at) <= last) faults.repeated += 1
    else {
      last = entryAt(ms, at)
      ordered.push(at)
    }
  }
  const kept = ordered.filter((_, place) => {
    const isJump = channels.some((channel) => jumpsAt(channel, ordered, place, limits.jump))
    if (isJump) faults.jumps += 1
    return !isJump
  })
  for (let place = 1; place < kept.length; place += 1) {
    const [fromMs, toMs] = [entryAt(ms, entryAt(kept, place - 1)), entryAt(ms, entryAt(kept, place))]
    if (toMs - fromMs > GAP_MS) faults.gaps.push({ fromMs, toMs })
  }
  const of = (channel: Float64Array) => Float64Array.from(kept, (at) => entryAt(channel, at))
  return { samples: { ms: of(ms), channels: channels.map(of) }, faults }
}

function jumpsAt(channel: Float64Array, ordered: readonly number[], place: number, jump: number): boolean {
  const value = entryAt(channel, entryAt(ordered, place))
  const before = channel[ordered[place - 1] ?? -1]
  const after = channel[ordered[place + 1] ?? -1]
  // Nearly all samples lie near the one before or after: only the others are looked at closely.
  const isNear = (other: number | undefined) => other !== undefined && Math.abs(value - other) <= jump
  if (isNear(before) || isNear(after)) return false
  const near = ordered
    .slice(Math.max(0, place - NEIGHBOURS), place + NEIGHBOURS + 1)
    .filter((at) => at !== ordered[place])
    .map((at) => entryAt(channel, at))
    .sort((a, b) => a - b)
  return near.length > 0 && Math.abs(value - medianOf(near)) > jump
}

/**
 * What is said of a trace's faults; empty: it is sound.
 *
 * @param takenAwayAt milliseconds after which nothing came any more, while it was still listened; null: it was stopped
 * @example
 * faultWords({ nonsense: 2, repeated: 0, jumps: 1, gaps: [] }, null) // '3 samples that cannot be were left out.'
 */
export function faultWords({ nonsense, repeated, jumps, gaps }: TraceFaults, takenAwayAt: number | null): string {
  const seconds = (ms: number) => `${(ms / 1000).toFixed(1)} s`
  const wrong = nonsense + jumps
  return [
    wrong > 0
      ? `${wrong === 1 ? 'One sample' : `${wrong} samples`} that cannot be ${wrong === 1 ? 'was' : 'were'} left out.`
      : '',
    repeated > 0
      ? `${repeated === 1 ? 'One' : repeated} came twice or late, and ${repeated === 1 ? 'counts' : 'count'} once.`
      : '',
    ...gaps.slice(0, 2).map(({ fromMs, toMs }) => `Nothing came from ${seconds(fromMs)} to ${seconds(toMs)}.`),
    gaps.length > 2 ? `And ${gaps.length - 2} more gaps.` : '',
    takenAwayAt === null ? '' : `The sensor stopped at ${seconds(takenAwayAt)}: what came before is kept.`,
  ]
    .filter((words) => words !== '')
    .join(' ')
}
