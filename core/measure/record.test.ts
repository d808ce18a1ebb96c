import { describe, expect, it } from 'vitest'
import { shippedMeasure, storedMeasure } from '../../tests/measures'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { amountWords, holding, latestOf, plausible } from './record'
import { resultOf } from './resultOf'
import { resultWords } from './resultWords'

describe('what can be right', () => {
  // AAOS joint ranges (memory): hip turning in or out about 45°, neck turn 80°, arm overhead 180°.
  it.each([
    ['hip-turn-in', 240, 'refused'],
    ['hip-turn-in', 70, 'ask'],
    ['hip-turn-in', 45, 'fine'],
    ['hip-turn-out', 45, 'fine'],
    ['hip-turn-out', -1, 'refused'],
    ['neck-turn', 80, 'fine'],
    ['neck-turn', 130, 'refused'],
    ['arm-overhead', 180, 'fine'],
    ['arm-overhead', 200, 'refused'],
    ['chair-stand', 50, 'refused'],
    ['chair-stand', 35, 'ask'],
    ['sit-and-reach', -20, 'fine'],
    ['up-and-go', 2, 'refused'],
  ])('%s of %d: %s', (id, value, answer) => {
    const said = plausible(shippedMeasure(id), value)
    expect((['refused', 'ask'] as const).find((kind) => said[kind] !== '') ?? 'fine').toBe(answer)
  })
  it('never asks about what it refuses, and has its usual bounds within those it accepts', () => {
    for (const { accepts, usual } of shippedCatalogue().measures.values()) {
      if (usual) expect([usual.from >= accepts.from, usual.to <= accepts.to]).toEqual([true, true])
    }
    expect(plausible(shippedMeasure('hip-turn-in'), 240).refused).toContain('240° cannot be')
  })
})

describe('the result of several tries', () => {
  it.each([
    ['the best of three one-leg stands', 'one-leg-stand', [8, 21.4, 12], 21.4],
    ['the mean of three angles', 'hip-turn-in', [31, 34, 36], 33.7],
    ['the quickest where less is better', 'up-and-go', [13.2], 13.2],
    ['the better reach, minus counted', 'sit-and-reach', [-6, -4.5], -4.5],
  ])('is %s', (_, id, tries, result) => {
    expect(resultOf(shippedMeasure(id), tries)).toBe(result)
  })
  it('is nothing without a try', () => {
    expect(resultOf(shippedMeasure('up-and-go'), [])).toBeNull()
  })
})

describe('stored results', () => {
  it('hold until they are corrected, oldest first', () => {
    const right = storedMeasure('chair-stand', 11, { takenAt: '2026-11-02T10:00:00.000Z' })
    const wrong = storedMeasure('chair-stand', 111, { takenAt: '2026-11-02T10:00:00.000Z', replacedBy: right.id })
    const earlier = storedMeasure('chair-stand', 9, { takenAt: '2026-05-02T10:00:00.000Z' })
    expect(holding([right, wrong, earlier]).map((record) => record.value)).toEqual([9, 11])
    expect(latestOf([right, wrong, earlier]).get('chair-stand both')!.value).toBe(11)
  })
  it('hold none of the simulated sensor, whatever is asked of them', () => {
    const real = storedMeasure('hip-turn-in', 20, { takenAt: '2026-11-02T10:00:00.000Z' })
    const madeUp = storedMeasure('hip-turn-in', 38, { takenAt: '2026-11-03T10:00:00.000Z', simulated: true })
    expect(holding([real, madeUp])).toEqual([real])
    expect(latestOf([madeUp]).size).toBe(0)
    const person = { age: 74, sex: 'female' as const }
    const words = resultWords(shippedMeasure('hip-turn-in'), madeUp, { earlier: [real], pairs: [] }, person)
    expect(words).toMatchObject({ change: null, norms: [], sides: null })
    expect(words.amount).toContain('simulated')
  })
  it('are said with their unit', () => {
    expect([
      amountWords({ unit: '°' }, 34.96),
      amountWords({ unit: 'cm' }, -4.5),
      amountWords({ unit: 'help' }, 2),
    ]).toEqual(['35°', '−4.5 cm', 'guiding hands'])
  })
})
