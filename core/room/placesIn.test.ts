import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { footprintOf } from '../catalogue/station'
import { placesIn } from './placesIn'

const { stations } = shippedCatalogue()
const room = { lengthM: 9, widthM: 8, door: { wall: 'bottom' as const, alongM: 1 } }

describe('how many people a room holds', () => {
  it('is fewer where beds take the floor, and never more in a smaller room', () => {
    const beds = Array(4).fill(footprintOf('bed', 'room', stations))
    const empty = placesIn(room, [], stations)
    expect(placesIn(room, beds, stations)).toBeLessThan(empty)
    expect(placesIn({ ...room, lengthM: 5, widthM: 5 }, [], stations)).toBeLessThan(empty)
  })
})
