import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { entryOf } from '../entries'
import { offersFor } from './offerFor'
import { USUAL_ARRIVAL, type Arrival } from './person'
import { todayOf } from './today'

const catalogue = shippedCatalogue()
const when = { daysAway: 7, screenedDaysAgo: 1 }

/** Whether “more” is shown to somebody who works at a rung. */
function more(rungId: string, consideration: string | null, arrival: Arrival = USUAL_ARRIVAL): boolean {
  const rung = entryOf(catalogue.variations, rungId)
  const movement = entryOf(catalogue.movements, rung.movement)
  const person = personIn(rung.tier, {
    considerations: consideration ? [{ consideration, side: 'both', clearedBy: '' }] : [],
    levels: [{ movement: movement.id, tier: rung.tier, side: 'both', level: rung.level }],
  })
  const today = todayOf(person, catalogue, arrival, when)
  const [offer] = offersFor({ movement, ...movement.doses.dwell }, { person, today, catalogue, arrival })
  return offer!.more
}

describe('a rung’s “more”', () => {
  it('is for whoever nothing of it is closed to', () => {
    expect(more('ankle-on-knee.chair.2', null)).toBe(true)
  })
  it.each([
    ['ankle-on-knee.chair.2', 'hip-replacement-back', 'tips forward'],
    ['side-bend.standing.4', 'hip-replacement-back', 'crosses the foot'],
    ['settling-sway.standing.3', 'numb-feet', 'closes the eyes'],
    ['arms-overhead.chair.4', 'neck-unstable', 'looks up'],
    ['knee-lift-hold.chair.3', 'fatigue-illness', 'is more of a dose that is halved'],
  ])('of %s is not for somebody with %s: it %s', (rung, consideration) => {
    expect(more(rung, consideration)).toBe(false)
  })
  it('is not asked of whoever is eased today', () => {
    expect(more('ankle-on-knee.chair.2', null, { ...USUAL_ARRIVAL, came: true, tired: true })).toBe(false)
  })
})
