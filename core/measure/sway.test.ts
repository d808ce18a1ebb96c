import { describe, expect, it } from 'vitest'
import { randomFrom } from '../random'
import { medianOf } from '../number'
import { evenly, lowPass, noisePassed } from './lowPass'
import { SWAYING_PEOPLE, simulatedSway } from './simulatedSway'
import { CHI_SQUARE_95, ellipseArea, swayOf, type LeanTrace } from './sway'

const HIP_CM = 88

/** The same area another way: from the half axes of the ellipse, by the roots of the spread's polynomial. */
function areaByHalfAxes({ forward, side }: LeanTrace): number {
  const cm = (degrees: Float64Array) => Array.from(degrees, (one) => HIP_CM * Math.tan((one * Math.PI) / 180))
  const [x, y] = [cm(forward), cm(side)]
  const mean = (values: number[]) => values.reduce((sum, one) => sum + one, 0) / values.length
  const [mx, my] = [mean(x), mean(y)]
  const xx = mean(x.map((one) => (one - mx) ** 2))
  const yy = mean(y.map((one) => (one - my) ** 2))
  const xy = mean(x.map((one, at) => (one - mx) * (y[at]! - my)))
  const [half, root] = [(xx + yy) / 2, Math.sqrt(((xx - yy) / 2) ** 2 + xy ** 2)]
  // χ² of two degrees of freedom has an exact inverse: −2 ln(1 − p).
  const scale = -2 * Math.log(0.05)
  return Math.PI * Math.sqrt(scale * (half + root)) * Math.sqrt(scale * (half - root))
}

describe('the ellipse that holds 95 of 100', () => {
  it('is what the textbook says', () => {
    expect(CHI_SQUARE_95).toBeCloseTo(-2 * Math.log(0.05), 9)
    expect(ellipseArea({ one: 1, other: 1, shared: 0 })).toBeCloseTo(Math.PI * 5.991, 2)
    expect(ellipseArea({ one: 4, other: 1, shared: 0 })).toBeCloseTo(2 * Math.PI * 5.991, 2)
    expect(ellipseArea({ one: 1, other: 1, shared: 1 })).toBe(0)
  })
  it('holds 95 of 100 places that are drawn from its spread', () => {
    const random = randomFrom(11)
    const [one, other, together] = [2, 0.7, 0.6]
    let inside = 0
    for (let draw = 0; draw < 40_000; draw += 1) {
      const a = random.normal(1)
      const b = together * a + Math.sqrt(1 - together ** 2) * random.normal(1)
      const [x, y, shared] = [one * a, other * b, together * one * other]
      const det = one ** 2 * other ** 2 - shared ** 2
      const distance = (other ** 2 * x * x - 2 * shared * x * y + one ** 2 * y * y) / det
      if (distance <= CHI_SQUARE_95) inside += 1
    }
    expect(inside / 40_000).toBeCloseTo(0.95, 2)
  })
})

describe('what is slower than a frequency', () => {
  const wave = (hz: number) => ({
    rateHz: 50,
    values: Float64Array.from({ length: 1500 }, (_, at) => Math.sin((2 * Math.PI * hz * at) / 50)),
  })
  const sizeOf = (values: Float64Array) => Math.max(...values.slice(300, 1200))
  it('keeps what is slow, halves at the cut and takes what is fast, without a delay', () => {
    expect(sizeOf(lowPass(wave(0.5), 3).values)).toBeGreaterThan(0.99)
    // Forwards and back: 1/√2 twice.
    expect(sizeOf(lowPass(wave(3), 3).values)).toBeCloseTo(0.5, 1)
    expect(sizeOf(lowPass(wave(12), 3).values)).toBeLessThan(0.01)
    const slow = wave(0.5)
    const kept = lowPass(slow, 3)
    for (let at = 300; at < 1200; at += 1) expect(kept.values[at]).toBeCloseTo(slow.values[at]!, 1)
  })
  it('lets as much noise through as it says', () => {
    const random = randomFrom(3)
    const noise = { rateHz: 50, values: Float64Array.from({ length: 60_000 }, () => random.normal(1)) }
    const { values } = lowPass(noise, 3)
    const variance = values.reduce((sum, one) => sum + one * one, 0) / values.length
    expect(variance / noisePassed(50, 3)).toBeGreaterThan(0.93)
    expect(variance / noisePassed(50, 3)).toBeLessThan(1.07)
  })
  it('puts samples at even moments, straight between those that came', () => {
    const { values } = evenly(Float64Array.of(0, 30, 100), Float64Array.of(0, 3, 10), 100)
    expect([...values].map((one) => Math.round(one * 1e6) / 1e6)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10])
  })
})

const LEVELS = [
  ['low', { rateHz: 60, noiseDeg: 0.1, jitterMs: 0, driftDegPerMinute: 0 }],
  ['middle', { rateHz: 60, noiseDeg: 0.35, jitterMs: 4, driftDegPerMinute: 1 }],
  ['high', { rateHz: 50, noiseDeg: 0.8, jitterMs: 7, driftDegPerMinute: 2 }],
] as const

describe.each(LEVELS)('against the simulated truth, %s noise', (level, sensor) => {
  it.each(SWAYING_PEOPLE.map((person) => [person.name, person] as const))(
    'the area of %s is read within 10 % at the median',
    (name, person) => {
      const errors = Array.from({ length: 60 }, (_, at) => {
        const { sent, true: real } = simulatedSway(person, at + 1, 30, sensor)
        return Math.abs(swayOf(sent, HIP_CM)!.areaCm2 / areaByHalfAxes(real) - 1)
      }).sort((a, b) => a - b)
      const [median, most] = [medianOf(errors), errors[Math.floor(0.95 * errors.length)]!]
      console.info(
        `sway area, ${name}, ${level} noise: ${(100 * median).toFixed(1)} % at the median, ` +
          `${(100 * most).toFixed(1)} % in 95 of 100`,
      )
      expect(median).toBeLessThanOrEqual(0.1)
    },
  )
})

describe('sway', () => {
  const quiet = { rateHz: 60, noiseDeg: 0, jitterMs: 0, driftDegPerMinute: 0 }
  it('goes with the square of the height, and its speed with the height', () => {
    const { sent } = simulatedSway(SWAYING_PEOPLE[1]!, 5, 30, quiet)
    const [low, high] = [swayOf(sent, 60)!, swayOf(sent, 90)!]
    expect(high.areaCm2 / low.areaCm2).toBeCloseTo(2.25, 1)
    expect(high.speedCmPerS / low.speedCmPerS).toBeCloseTo(1.5, 1)
  })
  it('says how far somebody leans each way from where they stand', () => {
    const count = 1200
    const lean = (at: number) => 6 * Math.sin((2 * Math.PI * at) / 600)
    const trace = {
      ms: Float64Array.from({ length: count }, (_, at) => at * 20),
      forward: Float64Array.from({ length: count }, (_, at) => 2 + lean(at)),
      side: new Float64Array(count).fill(-1),
    }
    const { farthest, areaCm2 } = swayOf(trace, HIP_CM)!
    expect(farthest.forward).toBeGreaterThan(5)
    expect(farthest.back).toBeGreaterThan(5)
    expect(farthest.left + farthest.right).toBeLessThan(0.1)
    expect(areaCm2).toBeCloseTo(0, 3)
  })
  it('is not said of less than ten sound seconds, and what is sound is kept where a sensor stammers or stops', () => {
    const { sent } = simulatedSway(SWAYING_PEOPLE[0]!, 5, 30, { ...quiet, noiseDeg: 0.1 })
    const until = (seconds: number): LeanTrace => ({
      ms: sent.ms.slice(0, seconds * 60),
      forward: sent.forward.slice(0, seconds * 60),
      side: sent.side.slice(0, seconds * 60),
    })
    expect(swayOf(until(9), HIP_CM)).toBeNull()
    expect(swayOf(until(14), HIP_CM)!.seconds).toBeCloseTo(14, 0)
    const whole = swayOf(sent, HIP_CM)!.areaCm2
    const forward = sent.forward.map((one, at) => {
      if (at % 97 === 0) return NaN
      return at % 89 === 0 ? one + 30 : one
    })
    const spoiled = swayOf({ ...sent, forward }, HIP_CM)!
    expect(spoiled.faults.nonsense).toBeGreaterThan(10)
    expect(spoiled.faults.jumps).toBeGreaterThan(10)
    expect(Math.abs(spoiled.areaCm2 / whole - 1)).toBeLessThan(0.05)
  })
})

describe('what can be chance between two results', () => {
  // Said at each sway: a third of the area, a tenth of the speed.
  it.each(SWAYING_PEOPLE)('of $name is a third of the area and a tenth of the speed, in 95 of 100', (person) => {
    const nature = { rateHz: 60, noiseDeg: 0.1, jitterMs: 4, driftDegPerMinute: 0.5 }
    const result = (seed: number) => {
      const two = [0, 1].map((more) => swayOf(simulatedSway(person, 2 * seed + more, 30, nature).sent, HIP_CM)!)
      const mean = (of: 'areaCm2' | 'speedCmPerS') => (two[0]![of] + two[1]![of]) / 2
      return { area: mean('areaCm2'), speed: mean('speedCmPerS') }
    }
    const off = { area: [] as number[], speed: [] as number[] }
    for (let seed = 1; seed <= 80; seed += 1) {
      const [one, other] = [result(seed), result(seed + 1000)]
      for (const of of ['area', 'speed'] as const)
        off[of].push(Math.abs(one[of] - other[of]) / Math.max(one[of], other[of]))
    }
    const at95 = (values: number[]) => values.toSorted((a, b) => a - b)[Math.floor(0.95 * values.length)]!
    expect(at95(off.area)).toBeLessThan(1 / 3)
    expect(at95(off.speed)).toBeLessThan(0.1)
  })
})
