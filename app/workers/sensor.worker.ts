import { findPlateau, findTwoRanges, type Plateau, type Trace, type TwoRanges } from '~~/core/measure/sensor'
import { faultWords, soundSamples, type SensorLimits } from '~~/core/measure/soundTrace'
import { swayOf, type LeanTrace, type Sway } from '~~/core/measure/sway'
import { upAndGoIn, type GoTrace, type NotFound, type UpAndGo } from '~~/core/measure/upAndGo'

/** A trace to look through; `takenAwayAt` is when nothing came any more, milliseconds; null: it was stopped. */
export type SensorTask = { id: number; takenAwayAt: number | null } & (
  { kind: 'tilt'; trace: Trace } | { kind: 'sway'; trace: LeanTrace; hipCm: number } | { kind: 'go'; trace: GoTrace }
)
/** What was found, and what of the trace is not sound; empty: nothing. */
export interface SensorDone {
  id: number
  faults: string
  tilt?: { plateau: Plateau | null; two: TwoRanges }
  sway?: Sway | null
  go?: UpAndGo | NotFound
}

/** Angles of a phone; single samples that are further off than any limb goes in a fiftieth of a second are jumps. */
const TILT: SensorLimits = { least: -360, most: 360, jump: 25 }

/** Finds what is in a trace; minutes of samples are too long for the screen's own thread. */
self.onmessage = ({ data }: MessageEvent<SensorTask>) => {
  self.postMessage({ id: data.id, ...found(data) } satisfies SensorDone)
}

function found(task: SensorTask): Omit<SensorDone, 'id'> {
  const none = { nonsense: 0, repeated: 0, jumps: 0, gaps: [] }
  switch (task.kind) {
    case 'tilt': {
      const { samples, faults } = soundSamples({ ms: task.trace.ms, channels: [task.trace.deg] }, TILT)
      const trace = { ms: samples.ms, deg: samples.channels[0] ?? new Float64Array() }
      const tilt = { plateau: findPlateau(trace), two: findTwoRanges(trace) }
      return { tilt, faults: faultWords(faults, task.takenAwayAt) }
    }
    case 'sway': {
      const sway = swayOf(task.trace, task.hipCm)
      return { sway, faults: faultWords(sway?.faults ?? none, task.takenAwayAt) }
    }
    case 'go': {
      const go = upAndGoIn(task.trace)
      return { go, faults: faultWords(go.faults, task.takenAwayAt) }
    }
  }
}
