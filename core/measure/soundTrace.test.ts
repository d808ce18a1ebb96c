import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { faultWords, soundSamples } from './soundTrace'

const LIMITS = { least: -180, most: 180, jump: 20 }
const of = (ms: number[], values: number[]) =>
  soundSamples({ ms: Float64Array.from(ms), channels: [Float64Array.from(values)] }, LIMITS)
const NOTHING = { nonsense: 0, repeated: 0, jumps: 0, gaps: [] }

describe('what is sound of a trace', () => {
  it('is all of it where nothing is wrong', () => {
    const { samples, faults } = of([0, 10, 20, 30], [1, 2, 3, 4])
    expect([[...samples.ms], [...samples.channels[0]!]]).toEqual([
      [0, 10, 20, 30],
      [1, 2, 3, 4],
    ])
    expect(faults).toEqual(NOTHING)
  })
  it('leaves out what is no number, beyond what can be sent, repeated, late, or jumps', () => {
    const { samples, faults } = of([0, 10, 20, 20, 15, 30, 40, 50, NaN, 60], [1, NaN, 2, 2, 2, 90, 3, 999, 3, 4])
    expect([...samples.ms]).toEqual([0, 20, 40, 60])
    expect(faults).toEqual({ nonsense: 3, repeated: 2, jumps: 1, gaps: [] })
  })
  it('keeps a quick movement: it has neighbours on its way', () => {
    const values = [0, 0, 0, 19, 38, 57, 57, 57]
    expect(
      of(
        values.map((_, at) => at * 10),
        values,
      ).faults,
    ).toEqual(NOTHING)
    // A step that stays is a movement too quick to see, and no jump.
    expect(of([0, 10, 20, 30, 40, 50], [0, 0, 0, 60, 60, 60]).faults.jumps).toBe(0)
  })
  it('says where nothing came, and invents nothing there', () => {
    const { samples, faults } = of([0, 100, 200, 900, 1000], [1, 1, 1, 5, 5])
    expect(faults.gaps).toEqual([{ fromMs: 200, toMs: 900 }])
    expect(samples.ms).toHaveLength(5)
  })
  it('is in order, each moment once, and nothing that was not sent, whatever comes', () => {
    const sample = fc.record({ ms: fc.double({ min: -10, max: 5000 }), value: fc.double() })
    fc.assert(
      fc.property(fc.array(sample, { maxLength: 60 }), (sent) => {
        const { samples, faults } = of(
          sent.map(({ ms }) => ms),
          sent.map(({ value }) => value),
        )
        // 0 and −0 are one moment.
        const kept = [...samples.ms].map((ms) => ms + 0)
        expect(kept).toEqual([...new Set(kept)].toSorted((a, b) => a - b))
        for (const [at, ms] of kept.entries())
          expect(sent.some((one) => one.ms === ms && one.value === samples.channels[0]![at])).toBe(true)
        expect(kept.length + faults.nonsense + faults.repeated + faults.jumps).toBe(sent.length)
      }),
    )
  })
  it('is said in words', () => {
    expect(faultWords(NOTHING, null)).toBe('')
    expect(faultWords({ nonsense: 1, repeated: 0, jumps: 0, gaps: [] }, null)).toBe(
      'One sample that cannot be was left out.',
    )
    const much = { nonsense: 2, repeated: 3, jumps: 1, gaps: [{ fromMs: 1000, toMs: 2500 }] }
    expect(faultWords(much, 4200)).toBe(
      '3 samples that cannot be were left out. 3 came twice or late, and count once. ' +
        'Nothing came from 1.0 s to 2.5 s. The sensor stopped at 4.2 s: what came before is kept.',
    )
  })
})
