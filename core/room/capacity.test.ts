import { describe, expect, it } from 'vitest'
import { capacityOf } from './capacity'
import { footprintOf } from './station'

const room = { lengthM: 9, widthM: 8, door: { wall: 'bottom' as const, alongM: 1 } }

describe('how many places a circle has', () => {
  it('is the room or the hands, whichever is less', () => {
    const { byRoom, byHands, places } = capacityOf(room, [], 1)
    expect([byHands, places]).toEqual([8, Math.min(8, byRoom)])
    expect(capacityOf(room, [], 4).places).toBe(byRoom)
  })
  it('falls where beds take the floor, and never rises with a smaller room', () => {
    const beds = Array(4).fill(footprintOf('bed', 'room'))
    expect(capacityOf(room, beds, 9).byRoom).toBeLessThan(capacityOf(room, [], 9).byRoom)
    expect(capacityOf({ ...room, lengthM: 5, widthM: 5 }, [], 9).byRoom).toBeLessThan(capacityOf(room, [], 9).byRoom)
  })
})
