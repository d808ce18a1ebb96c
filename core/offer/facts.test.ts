import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { TIERS, type Tier } from '../catalogue/words'
import { factsOf } from './facts'
import { offersFor } from './offerFor'
import { USUAL_ARRIVAL, type Person } from './person'
import { todayOf } from './today'
import { demandsOf } from './verdict'

const catalogue = shippedCatalogue()
const todayFor = (person: Person) => todayOf(person, catalogue, USUAL_ARRIVAL, { daysAway: 7 })
/** Every tag that is asked of somebody over all movements, at the highest level they could be offered. */
function askedOf(person: Person, tier: Tier): Set<string> {
  const levels = [...catalogue.movements.keys()].map(
    (movement) => ({ movement, tier, side: 'both', level: 5 }) as const,
  )
  const own = { ...person, levels }
  const offers = [...catalogue.movements.values()].flatMap((movement) =>
    offersFor({ movement, ...movement.doses.dwell }, { person: own, today: todayFor(own), catalogue }),
  )
  return new Set(
    offers.flatMap(({ variation }) => (variation ? demandsOf(variation, catalogue) : [])).map(({ tag }) => tag),
  )
}

describe('facts that hold without being written down', () => {
  it('are none for somebody who walks in the room and was screened', () => {
    expect(factsOf(personIn('chair', { screenedOn: '2026-01-01' }), catalogue)).toEqual([])
  })
  it('keep whoever was never screened from the ends of range, the head down and one leg without a hand', () => {
    for (const tier of TIERS) {
      const asked = askedOf(personIn(tier, { screenedOn: null }), tier)
      for (const tag of ['spine-bend-end', 'spine-twist-end', 'head-below-heart', 'strong-isometric'])
        expect(asked, `${tier}: ${tag}`).not.toContain(tag)
    }
    const standing = personIn('standing', { screenedOn: null })
    const oneLeg = [...catalogue.variations.values()].filter(
      (rung) =>
        rung.support !== 'one' &&
        rung.support !== 'both' &&
        demandsOf(rung, catalogue).some((one) => one.tag === 'single-leg-stance'),
    )
    expect(oneLeg.length).toBeGreaterThan(3)
    const levels = [...catalogue.movements.keys()].map(
      (movement) => ({ movement, tier: 'standing', side: 'both', level: 5 }) as const,
    )
    const person = { ...standing, levels }
    const offered = [...catalogue.movements.values()].flatMap((movement) =>
      offersFor({ movement, ...movement.doses.dwell }, { person, today: todayFor(person), catalogue }).map(
        (offer) => offer.variation?.id,
      ),
    )
    expect(oneLeg.filter((rung) => offered.includes(rung.id))).toEqual([])
  })
  it('keep whoever stays in a wheelchair on it: nothing that rises, turns the chair or goes to the floor', () => {
    const rolling = personIn('standing', { joins: 'wheelchair' })
    expect(todayFor(rolling).tier).toBe('chair')
    const asked = askedOf({ ...rolling, homeTier: 'chair' }, 'chair')
    for (const tag of ['rising', 'turning', 'unsupported-stance', 'floor-transfer']) expect(asked).not.toContain(tag)
    expect(askedOf(personIn('chair'), 'chair')).toContain('rising')
  })
})
