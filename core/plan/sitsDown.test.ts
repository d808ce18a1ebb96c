import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { reasonWords } from '../offer/reason'
import { standsAtMost } from './sitsDown'

const catalogue = shippedCatalogue()
const hold = { kind: 'hold', seconds: 60 } as const
const standing = planWith(
  ['hip-hinge', 'posture-lift', 'heel-raises', 'hip-hinge', 'posture-lift', 'heel-raises'].map((movement, at) =>
    blockOfMovement(movement, { id: `b${at}`, dose: hold, rounds: 1, restSeconds: 0 }),
  ),
)
const tiersOf = (consideration?: string) => {
  const considerations = consideration ? [{ consideration, side: 'both' as const, clearedBy: '' }] : []
  const [rider] = ridersIn(standing, [personIn('standing', { considerations })])
  return { tiers: rider!.offers.map(([offer]) => offer!.tier), offers: rider!.offers.flat() }
}

describe('who may not stand for long', () => {
  it('sits for the block that would make it too long, and stands again afterwards', () => {
    // A minute and its introduction are 68 s: three of them are over 180 s, so each third block is done on the chair.
    expect(tiersOf('faint-on-standing').tiers).toEqual([
      'standing',
      'standing',
      'chair',
      'standing',
      'standing',
      'chair',
    ])
    const [third] = tiersOf('faint-on-standing').offers.slice(2, 3)
    expect(third!.reasons.map(reasonWords).join(' ')).toContain('On the feet for 3 minutes: sits for this one.')
  })
  it('stands for longer where the fact allows more, and all through where there is none', () => {
    expect(tiersOf('tires-standing').tiers.indexOf('chair')).toBe(3)
    expect(new Set(tiersOf().tiers)).toEqual(new Set(['standing']))
    expect(standsAtMost(personIn('standing'), catalogue)).toBeNull()
  })
})
