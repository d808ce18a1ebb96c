import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { openTo } from './openTo'

const catalogue = shippedCatalogue()
const fact = (consideration: string, side: 'left' | 'right' | 'both' = 'both') => ({
  consideration,
  side,
  clearedBy: '',
})
const open = (considerations: ReturnType<typeof fact>[], tier: 'bed' | 'chair' | 'standing' | 'floor', id: string) =>
  openTo(personIn(tier, { considerations }), catalogue)
    .find((one) => one.tier === tier)!
    .movements.find(({ movement }) => movement.id === id)!

describe('what is open to somebody', () => {
  it('is every ladder to its top without any fact', () => {
    for (const { movements } of openTo(personIn('chair'), catalogue))
      for (const one of movements) expect(one).toMatchObject({ sides: 'both', closedBy: [], opensWith: '' })
  })
  it('says what closes the rest, and what would open it', () => {
    const one = open([fact('hip-replacement-back')], 'bed', 'knee-hug')
    expect(one.closedBy[0]).toContain('Hip replacement, back approach, not cleared')
    expect(one.opensWith).toBe('deep hip bend cleared by whoever treats them')
  })
  it('is one side where the other is closed', () => {
    expect(open([fact('hip-replacement-back', 'left')], 'chair', 'inward-turn-lift')).toMatchObject({ sides: 'right' })
  })
  it('opens a fall’s limits with the balance gate', () => {
    expect(open([fact('fallen-last-12-months')], 'standing', 'step-and-tandem').opensWith).toBe('tandem held for 10 s')
  })
  it('names what stands in where no rung is open', () => {
    const one = open([fact('hip-replacement-back')], 'chair', 'rotation-sit')
    expect(one).toMatchObject({ highest: null, standIn: { name: expect.any(String) } })
  })
  it('leaves out tiers without access', () => {
    const person = personIn('chair', { access: { bed: 'no', chair: 'yes', standing: 'no', floor: 'no' } })
    expect(openTo(person, catalogue).map(({ tier }) => tier)).toEqual(['chair'])
  })
})
