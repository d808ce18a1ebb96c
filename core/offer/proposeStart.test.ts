import { describe, expect, it } from 'vitest'
import { storedMeasure } from '../../tests/measures'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { proposeStart } from './proposeStart'

const catalogue = shippedCatalogue()
const start = (
  records: Parameters<typeof proposeStart>[1]['records'],
  {
    movement = 'sit-to-stand',
    failed = [] as ('floor' | 'chair')[],
    ...change
  }: Partial<ReturnType<typeof personIn>> & { movement?: string; failed?: ('floor' | 'chair')[] } = {},
) =>
  proposeStart(
    { ...personIn('chair', change), sex: 'female' },
    { records, failedGates: new Set(failed) },
    catalogue,
    2026,
  ).find((proposal) => proposal.movement === movement && proposal.tier === 'chair')

describe('where somebody starts', () => {
  it('is level 2 in the home tier', () => {
    expect(start([])).toMatchObject({ level: 2, because: 'the usual start in the home tier' })
  })
  // Rikli & Jones 1999 (memory): women of 75–79, middle half 10 to 15 stands, so 12.5 is its middle. Born 1950: 76.
  it.each([
    [12, 2],
    [13, 3],
  ])('with %i stands in 30 s is level %i for the sit to stand', (stands, level) => {
    expect(start([storedMeasure('chair-stand', stands)])?.level).toBe(level)
  })
  it('takes the weaker of two sides', () => {
    const sides = (left: number, right: number) =>
      start(
        [
          storedMeasure('upper-back-turn', left, { side: 'left' }),
          storedMeasure('upper-back-turn', right, { side: 'right' }),
        ],
        { movement: 'upper-back-turn' },
      )?.level
    expect([sides(50, 46), sides(50, 40)]).toEqual([3, 2])
  })
  it.each([
    ['with a failed gate', { failed: ['chair' as const] }],
    [
      'where a consideration touches it',
      { considerations: [{ consideration: 'hip-replacement-back', side: 'both' as const, clearedBy: '' }] },
    ],
  ])('is the lowest %s, whatever was measured', (_, change) => {
    expect(start([storedMeasure('chair-stand', 20)], change)?.level).toBe(1)
  })
  it('is what was measured at 86 as at 66: age alone places nobody', () => {
    expect(start([storedMeasure('chair-stand', 20)], { birthYear: 1940 })?.level).toBe(3)
  })
  it('is proposed for open tiers only, home tier first, never loaded, and not where a level stands already', () => {
    const person = personIn('chair', {
      access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
      levels: [{ movement: 'bridge', tier: 'chair', side: 'both', level: 3 }],
    })
    const all = proposeStart({ ...person, sex: 'female' }, { records: [], failedGates: new Set() }, catalogue, 2026)
    expect(all[0]!.tier).toBe('chair')
    expect(new Set(all.map((proposal) => proposal.tier))).toEqual(new Set(['chair', 'bed']))
    expect(all.some((proposal) => proposal.movement === 'bridge' && proposal.tier === 'chair')).toBe(false)
    expect(Math.max(...all.map((proposal) => proposal.level))).toBeLessThanOrEqual(3)
  })
})
