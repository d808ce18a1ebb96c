import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { valueIn } from '../entries'
import { isStance, STANCE_DIALS, stanceAt } from './stance'
import { STRANDS } from './words'

const catalogue = shippedCatalogue()
/** Where nobody can fall: one lies, or half sits against something. */
const LYING = new Set(['supine', 'propped', 'side', 'side-lying', 'against-wall', 'long-sit'])
/** Movements for balance; getting down and up is for getting down and up. */
const balancing = [...catalogue.movements.values()].filter(
  ({ quality, regions }) => quality === 'balance' || (regions.balance ?? 0) >= 0.8,
)
const rungs = balancing.flatMap(({ ladders }) => Object.values(ladders).flat())
const upright = rungs.filter(({ posture }) => !LYING.has(posture))

describe('balance by its lines of defence', () => {
  it('has a line on every rung, and what makes it harder wherever somebody could sway', () => {
    expect(balancing.map(({ id }) => id)).toContain('step-and-tandem')
    expect(rungs.length).toBeGreaterThan(35)
    expect(rungs.filter(({ strand }) => strand === null).map(({ id }) => id)).toEqual([])
    expect(upright.filter(({ dials }) => !dials.some(({ dial }) => isStance(dial))).map(({ id }) => id)).toEqual([])
  })
  it.each(STRANDS)('trains the line of the %s sitting and standing', (strand) => {
    const all = [...catalogue.variations.values()].filter((rung) => rung.strand === strand)
    expect(new Set(all.map(({ tier }) => tier))).toEqual(new Set(['bed', 'chair', 'standing', 'floor']))
  })
  it('uses each of the five dials somewhere', () => {
    const used = new Set(upright.flatMap(({ dials }) => dials.map(({ dial }) => dial)))
    expect(STANCE_DIALS.filter((dial) => !used.has(dial))).toEqual([])
  })
  it('closes no eyes without a fingertip where one stands, and gives nothing to carry to hands that hold on', () => {
    for (const { id, tier, support, dials } of upright) {
      const far = new Map(dials.map(({ dial, to }) => [dial, to]))
      if (tier === 'standing' && support === 'none') expect(far.get('eyes') ?? 0, id).toBeLessThan(3)
      if (support === 'both') expect(far.get('task') ?? 0, id).toBeLessThan(3)
    }
  })
  it('starts each rung at what its hands do', () => {
    for (const { id, support, dials } of upright) {
      const hands = dials.find(({ dial }) => dial === 'hands')
      if (hands) expect(valueIn(stanceAt('hands', hands.from), 'support'), id).toBe(support)
    }
  })
})
