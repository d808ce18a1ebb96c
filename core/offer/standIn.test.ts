import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { REGIONS, TIERS } from '../catalogue/words'
import { secondsOf } from '../time/secondsOf'
import { offersFor } from './offerFor'
import { USUAL_ARRIVAL, type Person } from './person'
import { rungDose } from './schoolDose'
import { standInsFor } from './standIn'
import { todayOf } from './today'
import { judge } from './verdict'

const catalogue = shippedCatalogue()
const when = { daysAway: 7, screenedDaysAgo: 1 }
const fact = (consideration: string, side: 'left' | 'right' | 'both' = 'both') => ({
  consideration,
  side,
  clearedBy: '',
})

function offered(person: Person, movementId: string) {
  const movement = catalogue.movements.get(movementId)!
  const today = todayOf(person, catalogue, USUAL_ARRIVAL, when)
  const { dose, rounds, restSeconds } = movement.doses.dwell
  return offersFor({ movement, dose, rounds, restSeconds, school: 'dwell' }, { person, today, catalogue })
}

describe('what may stand in', () => {
  it('reaches a part of the body that the movement is mainly for, in the tier or on the chair beside it', () => {
    for (const movement of catalogue.movements.values()) {
      for (const tier of TIERS) {
        for (const { movement: other, tier: there } of standInsFor(movement, tier, catalogue)) {
          expect(there === tier || (tier === 'standing' && there === 'chair')).toBe(true)
          expect(other.ladders[there], `${other.id} in ${there}`).toBeDefined()
          if (other === movement) continue
          const common = REGIONS.filter(
            (region) => (movement.regions[region] ?? 0) >= 0.5 && (other.regions[region] ?? 0) >= 0.3,
          )
          expect(common.length, `${other.id} for ${movement.id}`).toBeGreaterThan(0)
        }
      }
    }
  })
  it('comes nearest first', () => {
    const found = standInsFor(catalogue.movements.get('hip-hinge')!, 'standing', catalogue).map((one) => one.nearness)
    expect(found.length).toBeGreaterThan(2)
    expect(found).toEqual(found.toSorted((a, b) => b - a))
  })
})

describe('somebody to whom a movement is closed', () => {
  it('does it on the chair where one leg may not carry them, and that is said', () => {
    const person = personIn('standing', { considerations: [fact('partial-weight', 'right')] })
    const [left] = offered(person, 'knee-lift-hold')
    expect(left).toMatchObject({ kind: 'movement', movement: 'knee-lift-hold', tier: 'chair' })
    expect(left!.reasons).toContainEqual({
      kind: 'sits-for-it',
      movement: catalogue.movements.get('knee-lift-hold')!.name,
    })
  })
  it('never sits where they have no chair', () => {
    const access = { bed: 'no', chair: 'no', standing: 'yes', floor: 'no' } as const
    const person = personIn('standing', { access, considerations: [fact('partial-weight')] })
    for (const movement of catalogue.movements.keys())
      for (const offer of offered(person, movement)) expect(offer.tier, movement).toBe('standing')
  })
  it('is given nothing that is closed to them on any leg, where what stands in uses both', () => {
    const person = personIn('chair', { considerations: [fact('hip-replacement-back', 'left')] })
    for (const movement of catalogue.movements.keys()) {
      for (const offer of offered(person, movement)) {
        if (offer.kind !== 'stand-in' || !offer.variation) continue
        const side = ['each', 'each-direction'].includes(offer.variation.sides) ? offer.side : 'both'
        expect(judge(offer.variation, side, { person }, catalogue).blocks, movement).toEqual([])
      }
    }
  })
  it('is given nothing for the same parts once it hurt twice, until somebody has looked', () => {
    const person = personIn('chair', { leftOut: [{ movement: 'bridge', tier: 'chair' }] })
    expect(offered(person, 'bridge')).toMatchObject([{ kind: 'breath' }])
  })
  it('does what stands in at its own dose, within the time', () => {
    const person = personIn('chair', { considerations: [fact('hip-replacement-back')] })
    const [offer] = offered(person, 'rotation-sit')
    expect(offer!.kind).toBe('stand-in')
    const instead = catalogue.movements.get(offer!.movement!)!
    expect(offer!.own.dose.kind).toBe(instead.doses.dwell.dose.kind)
    const asked = catalogue.movements.get('rotation-sit')!
    const { dose, rounds } = asked.doses.dwell
    expect(offer!.own.rounds * secondsOf(offer!.own.dose, instead.sides)).toBeLessThanOrEqual(
      rounds * secondsOf(dose, asked.sides),
    )
  })
})

describe('a version with a pace of its own', () => {
  it('is done as much as fits into the block’s time, in every school', () => {
    const paced = [...catalogue.variations.values()].filter(({ dose }) => dose !== undefined)
    expect(paced.length).toBeGreaterThan(10)
    for (const rung of paced) {
      const movement = catalogue.movements.get(rung.movement)!
      for (const { dose, rounds } of Object.values(movement.doses)) {
        const own = rungDose(rung, { movement, dose, rounds })
        if (!own) continue
        const there = rounds * secondsOf(dose, movement.sides)
        expect(own.rounds * secondsOf(own.dose, rung.sides), rung.id).toBeLessThanOrEqual(there)
      }
    }
  })
})
