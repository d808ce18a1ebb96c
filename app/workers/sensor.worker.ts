import { findPlateau, findTwoRanges, type Plateau, type Trace, type TwoRanges } from '~~/core/measure/sensor'
import { faultWords, soundSamples, type SensorLimits } from '~~/core/measure/soundTrace'

export interface SensorTask {
  id: number
  trace: Trace
  /** When nothing came any more, milliseconds; null: it was stopped. */
  takenAwayAt: number | null
}
export interface SensorDone {
  id: number
  plateau: Plateau | null
  two: TwoRanges
  /** What of the trace is not sound; empty: nothing. */
  faults: string
}

/** Angles of a phone; single samples that are further off than any limb goes in a fiftieth of a second are jumps. */
const TILT: SensorLimits = { least: -360, most: 360, jump: 25 }

/** Finds what was held in a trace; minutes of samples are too long for the screen's own thread. */
self.onmessage = ({ data }: MessageEvent<SensorTask>) => {
  const { samples, faults } = soundSamples({ ms: data.trace.ms, channels: [data.trace.deg] }, TILT)
  const trace = { ms: samples.ms, deg: samples.channels[0] ?? new Float64Array() }
  const found = { plateau: findPlateau(trace), two: findTwoRanges(trace) }
  self.postMessage({ id: data.id, ...found, faults: faultWords(faults, data.takenAwayAt) } satisfies SensorDone)
}
