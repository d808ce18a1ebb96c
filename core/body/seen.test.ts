import { describe, expect, it } from 'vitest'
import { solvedByName } from '../../tests/solved'
import { SEEN_PX, seeingCamera, seenPx } from './seen'

const moving = [...solvedByName()].flatMap(([id, { start, end }]) => (start && end ? [{ id, start, end }] : []))

describe('what moves can be seen to move', () => {
  it('by 6 px in a picture of 200, for all but small tilts, turns in place, toes and presses', () => {
    const unseen = moving.filter(({ start, end }) => seenPx(start, end, start.camera) < SEEN_PX)
    // What is left is as small as its words say: tilts of the pelvis, turns of the head, toes, sways on the seat.
    expect(unseen.length / moving.length).toBeLessThan(0.14)
  })
  it('by a camera that is turned no further than it must be', () => {
    const { start, end } = moving.find(({ id }) => id === 'bridge.floor.3')!
    expect(seeingCamera({ start, end }, start.camera)).toEqual(start.camera)
    expect(seeingCamera({ start }, { yaw: 3, pitch: 4 })).toEqual({ yaw: 3, pitch: 4 })
    expect(seenPx(start, end, start.camera)).toBeGreaterThanOrEqual(SEEN_PX)
  })
})
