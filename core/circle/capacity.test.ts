import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { capacityOf } from './capacity'

describe('how many places a circle has', () => {
  it('is the room or the hands, whichever is less', () => {
    const { peopleAPairOfHands } = shippedCatalogue().stations
    expect(capacityOf(14, 1, peopleAPairOfHands)).toEqual({ byRoom: 14, byHands: 8, places: 8 })
    expect(capacityOf(14, 4, peopleAPairOfHands).places).toBe(14)
  })
})
