import { bench, describe } from 'vitest'
import { pressIn } from '../../core/measure/evenness'
import { PRESSING_PEOPLE, SIMULATED_FORCE_DEVICES, simulatedPress } from '../../core/measure/simulatedForce'
import { GOING_PEOPLE, simulatedUpAndGo, USUAL_GO_SENSOR } from '../../core/measure/simulatedUpAndGo'
import { upAndGoIn } from '../../core/measure/upAndGo'
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

const pressed = simulatedPress(PRESSING_PEOPLE[1]!, SIMULATED_FORCE_DEVICES[2]!, 1, {
  ...{ wanted: 30, seconds: 600, ramp: 2 },
})

// Wanted: under 200 ms; a dynamometer sends 50 times a second.
describe('a press of ten minutes', () => {
  bench('how even it was', () => {
    pressIn(pressed.sent, { best: 14, wanted: 30, ramp: 2 })
  })
})

const going = simulatedUpAndGo({ ...GOING_PEOPLE[2]!, steps: 320 }, 1, { ...USUAL_GO_SENSOR, rateHz: 100 })

// Wanted: under 200 ms.
describe('an up and go of ten minutes at 100 Hz', () => {
  bench('finding its parts', () => {
    upAndGoIn(going.sent)
  })
})
