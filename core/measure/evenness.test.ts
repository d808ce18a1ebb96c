import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import {
  bestIn,
  evennessWords,
  isEvenPress,
  pressIn,
  pressNow,
  restIn,
  type Evenness,
  type ForceTrace,
} from './evenness'
import { faultWords } from './soundTrace'
import {
  BEST_TASK,
  PRESSING_PEOPLE,
  SIMULATED_FORCE_DEVICES,
  simulatedPress,
  type SimulatedForceDevice,
} from './simulatedForce'

const [even, wanders, fades, trembles, letsGo] = PRESSING_PEOPLE
const dynamometer = SIMULATED_FORCE_DEVICES[2]!
const TASK = { wanted: 30, seconds: 30, ramp: 2 }
const SEEDS = 60
const aimFor = (best: number, wanted = TASK.wanted) => ({ best, wanted, ramp: TASK.ramp })

/** As it is sent, spoiled: one sample in fifty jumps, one in fifty is no number, one in twenty-five comes twice. */
function stammering({ ms, amount }: ForceTrace): ForceTrace {
  const [moments, amounts]: number[][] = [[], []]
  ms.forEach((at, place) => {
    const kind = (place * 37) % 100
    moments!.push(at)
    if (kind < 2) amounts!.push(amount[place]! + 90)
    else amounts!.push(kind < 4 ? NaN : amount[place]!)
    if (kind >= 4 && kind < 8) {
      moments!.push(at)
      amounts!.push(amount[place]!)
    }
  })
  return { ms: Float64Array.from(moments!), amount: Float64Array.from(amounts!) }
}

describe('a press that was found in a trace', () => {
  const levels = [1, 2, 3].map((times) => ({ times, name: ['low', 'middle', 'high'][times - 1]! }))
  const cases = SIMULATED_FORCE_DEVICES.flatMap((device) => levels.map((level) => ({ device, ...level })))
  it.each(cases)(
    'of a $device.name with $name noise is as even as it truly was, within 3 % of best',
    ({ device, times }) => {
      const noisy: SimulatedForceDevice = {
        ...device,
        noise: device.noise * times,
        driftPerMinute: device.driftPerMinute * times,
        jitterMs: device.jitterMs * times,
      }
      const off = { mean: [] as number[], wander: [] as number[], inBand: [] as number[] }
      for (const person of [even!, wanders!, fades!, trembles!])
        for (let seed = 1; seed <= SEEDS; seed += 1) {
          const { sent, truth } = simulatedPress(person, noisy, seed, TASK)
          const found = pressIn(sent, aimFor(person.bestKg))!
          off.mean.push(Math.abs(found.mean - truth.mean))
          off.wander.push(Math.abs(found.wander - truth.wander))
          off.inBand.push(100 * Math.abs(found.inBand - truth.inBand))
        }
      const at = (values: number[], share: number) =>
        values.toSorted((a, b) => a - b)[Math.floor(share * values.length)]!
      const said = Object.entries(off).map(
        ([name, all]) => `${name} ${at(all, 0.5).toFixed(2)} (95 of 100: ${at(all, 0.95).toFixed(2)})`,
      )
      console.log(`${device.name}, noise × ${times}: off by ${said.join(', ')}`)
      expect(at(off.mean, 0.5)).toBeLessThan(3)
      expect(at(off.wander, 0.5)).toBeLessThan(1.5)
      expect(at(off.wander, 0.95)).toBeLessThan(4)
      expect(at(off.inBand, 0.5)).toBeLessThan(4)
    },
  )
  it('is told from one that wanders or fades', () => {
    const { press } = shippedCatalogue().judgement
    const isEven = (person = even!, seed = 1) => {
      const found = pressIn(simulatedPress(person, dynamometer, seed, TASK).sent, aimFor(person.bestKg))!
      return found.inBand >= press.evenShare
    }
    for (let seed = 1; seed <= 20; seed += 1)
      expect([isEven(even, seed), isEven(wanders, seed), isEven(fades, seed)]).toEqual([true, false, false])
  })
  it('is as long as somebody pressed, who lets go early too', () => {
    const { sent } = simulatedPress(letsGo!, dynamometer, 3, TASK)
    const found = pressIn(sent, aimFor(letsGo!.bestKg))!
    expect((found.toMs - found.fromMs) / 1000).toBeGreaterThan(15)
    expect((found.toMs - found.fromMs) / 1000).toBeLessThan(19)
  })
  it('keeps what is sound of a sensor that stammers or is taken away, and says what is not', () => {
    const { sent } = simulatedPress(even!, dynamometer, 5, TASK)
    const whole = pressIn(sent, aimFor(even!.bestKg))!
    const spoiled = pressIn(stammering(sent), aimFor(even!.bestKg))!
    expect(spoiled.wander).toBeCloseTo(whole.wander, 0)
    expect(spoiled.mean).toBeCloseTo(whole.mean, 0)
    expect(faultWords(spoiled.faults, null)).toMatch(/samples that cannot be were left out.+came twice/)
    const half = { ms: sent.ms.slice(0, 900), amount: sent.amount.slice(0, 900) }
    expect(pressIn(half, aimFor(even!.bestKg))!.mean).toBeCloseTo(30, -1)
  })
  it('is none where nobody pressed, or for a moment only', () => {
    const { sent } = simulatedPress(even!, dynamometer, 5, { ...TASK, seconds: 0.5 })
    expect(pressIn(sent, aimFor(even!.bestKg))).toBeNull()
    expect(pressIn({ ms: sent.ms, amount: sent.amount.map(() => 0.2) }, aimFor(even!.bestKg))).toBeNull()
    expect(pressIn({ ms: new Float64Array(), amount: new Float64Array() }, aimFor(10))).toBeNull()
  })
})

describe('the best press', () => {
  it('is the highest mean of a second, so that a knock does not count', () => {
    for (const person of PRESSING_PEOPLE)
      for (const device of SIMULATED_FORCE_DEVICES) {
        const { sent } = simulatedPress(person, device, 4, BEST_TASK)
        const best = bestIn(sent)!
        expect(best / person.bestKg).toBeGreaterThan(0.9)
        expect(best / person.bestKg).toBeLessThan(1.15)
        const knocked = sent.amount.slice()
        knocked[Math.floor(knocked.length / 2)] = 300
        expect(bestIn({ ms: sent.ms, amount: knocked })!).toBeCloseTo(best, 0)
      }
  })
  it('is not known of less than a second', () => {
    expect(bestIn({ ms: Float64Array.of(0, 100), amount: Float64Array.of(3, 4) })).toBeNull()
    expect(bestIn({ ms: new Float64Array(), amount: new Float64Array() })).toBeNull()
  })
})

describe('what is said while somebody presses', () => {
  const now = (percent: number, before: Parameters<typeof pressNow>[2]) =>
    pressNow({ ms: Float64Array.of(0, 200), amount: Float64Array.of(percent / 5, percent / 5) }, aimFor(20), before)!
  it('is softer, hold or a little more, and does not flutter at the edge of the band', () => {
    expect([now(20, null), now(30, null), now(42, null)].map(({ say }) => say)).toEqual(['more', 'hold', 'softer'])
    // It holds up to eight points, and has to come within five to be held again.
    expect([now(37, 'hold').say, now(37, 'softer').say, now(34, 'softer').say]).toEqual(['hold', 'softer', 'hold'])
    expect([now(23, 'hold').say, now(23, 'more').say]).toEqual(['hold', 'more'])
  })
  it('tells how hard, of the last moments alone, and nothing before anything came', () => {
    const trace = { ms: Float64Array.of(0, 1000, 1100), amount: Float64Array.of(20, 6, 6) }
    expect(pressNow(trace, aimFor(20), null)).toEqual({ percent: 30, say: 'hold' })
    expect(pressNow({ ms: new Float64Array(), amount: new Float64Array() }, aimFor(20), null)).toBeNull()
  })
})

describe('what lies on the sensor', () => {
  it('is taken off of the best, of what is said while they press, and of what is found alike', () => {
    for (const device of SIMULATED_FORCE_DEVICES)
      for (let seed = 1; seed <= 12; seed += 1) {
        const best = bestIn(simulatedPress(even!, device, seed, BEST_TASK).sent)!
        const { sent } = simulatedPress(even!, device, seed + 100, TASK)
        const found = pressIn(sent, aimFor(best))!
        const lay = restIn(sent, best, TASK.wanted)
        const said = [10, 15, 20, 25].map((seconds) => {
          const until = sent.ms.findIndex((ms) => ms > 1000 * seconds)
          const recent = { ms: sent.ms.slice(0, until), amount: sent.amount.slice(0, until) }
          return pressNow(recent, { ...aimFor(best), lay }, null)!.percent
        })
        const mean = said.reduce((sum, one) => sum + one, 0) / said.length
        expect(lay).toBeCloseTo(device.restKg, 0)
        expect(Math.abs(mean - found.mean)).toBeLessThan(4)
        expect(Math.abs(found.mean - TASK.wanted)).toBeLessThan(5)
      }
  })
  it('is nothing where they press at once, or where it is too much to lie there', () => {
    const ms = Float64Array.of(0, 300, 600, 900)
    expect(restIn({ ms, amount: Float64Array.of(1, 4, 8, 12) }, 20)).toBe(0)
    expect(restIn({ ms, amount: Float64Array.of(6, 6, 6, 6) }, 20, 30)).toBe(0)
  })
})

describe('whether a press was even', () => {
  const { judgement } = shippedCatalogue()
  const by = (by: Evenness['by'], inBand: number): Evenness => ({
    ...{ wanted: 30, mean: 29, inBand, wander: 5, best: 20, by },
  })
  it('takes four fifths of the time in the band; nobody, and a simulated sensor, say nothing', () => {
    expect(isEvenPress(by('sensor', 0.8), judgement)).toBe(true)
    expect(isEvenPress(by('sensor', 0.79), judgement)).toBe(false)
    expect(isEvenPress(by('partner', 0.7), judgement)).toBe(false)
    expect(isEvenPress(by('simulated', 0.1), judgement)).toBeNull()
    expect(isEvenPress(null, judgement)).toBeNull()
  })
  it('is said with what was simulated marked, and a partner’s hand not as a number', () => {
    expect(evennessWords(by('simulated', 0.9))).toMatch(/^simulated: /)
    expect(evennessWords(by('partner', 0.3))).toBe('wandering by a partner’s hand, at 30 %')
  })
})
