import { bench, describe } from 'vitest'
import { findPlateau, type Trace } from '../../core/measure/sensor'
import { simulatedSway, SWAYING_PEOPLE } from '../../core/measure/simulatedSway'
import { swayOf } from '../../core/measure/sway'
import { SIMULATED_PEOPLE, simulatedTrace } from '../../core/measure/simulatedSensor'

/** Whose sensor is sound. */
const PEOPLE = SIMULATED_PEOPLE.filter(({ sensor }) => sensor === undefined)

/** Ten minutes at 100 Hz: the simulated people one after the other, over and over. */
function longTrace(minutes: number, rateHz: number): Trace {
  const count = minutes * 60 * rateHz
  const trace: Trace = { ms: new Float64Array(count), deg: new Float64Array(count) }
  for (let at = 0, seed = 1; at < count; seed += 1) {
    const { deg } = simulatedTrace(PEOPLE[seed % PEOPLE.length]!, seed, { rateHz })
    for (const value of deg.slice(0, count - at)) {
      trace.ms[at] = (at * 1000) / rateHz
      trace.deg[at] = value
      at += 1
    }
  }
  return trace
}
const trace = longTrace(10, 100)

// Wanted: under 200 ms.
describe('a tilt trace of ten minutes at 100 Hz', () => {
  bench('finding the plateau', () => {
    findPlateau(trace)
  })
})

const { sent } = simulatedSway(SWAYING_PEOPLE[1]!, 1, 600, {
  ...{ rateHz: 100, noiseDeg: 0.35, jitterMs: 2, driftDegPerMinute: 1 },
})

// Wanted: under 200 ms.
describe('a lean trace of ten minutes at 100 Hz', () => {
  bench('working out the sway', () => {
    swayOf(sent, 88)
  })
})
