import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { capacityOf } from './capacity'

describe('how many places a circle has', () => {
  it('is the room, the hands or the chairs, whichever is least', () => {
    const { peopleAPairOfHands } = shippedCatalogue().stations
    const uncounted = { byRoom: 14, byChairs: null }
    expect(capacityOf(uncounted, 1, peopleAPairOfHands)).toEqual({ ...uncounted, byHands: 8, places: 8 })
    expect(capacityOf(uncounted, 4, peopleAPairOfHands).places).toBe(14)
    expect(capacityOf({ byRoom: 14, byChairs: 6 }, 4, peopleAPairOfHands).places).toBe(6)
  })
})
