import { describe, expect, it } from 'vitest'
import { anyMeet, ringLayout } from './ringLayout'

// First names of the invented people of the tests, short and long.
const NAMES = ['Agnes', 'Bo', 'Cora', 'Bartholomew', 'Edda', 'Farid', 'Greta', 'Hollis', 'Inga', 'Wilhelmina', 'Kit']
const people = (count: number) => Array.from({ length: count }, (_, at) => NAMES[(at * 7) % NAMES.length]!)
const COUNTS = Array.from({ length: 40 }, (_, at) => at + 1)

describe('the ring', () => {
  it.each([700, 560, 350])('of one to forty people has nothing over anything in %i px, and fits', (width) => {
    for (const count of COUNTS) {
      const { places, reach } = ringLayout(people(count), width)
      expect(places, `${count} people`).toHaveLength(count)
      expect(anyMeet(places), `${count} people in ${width} px`).toBe(false)
      expect(2 * reach.x, `${count} people in ${width} px`).toBeLessThanOrEqual(width + 4)
    }
  })
  it('keeps names level for a usual circle at a desk', () => {
    for (const count of [1, 5, 11, 12]) {
      const turned = ringLayout(people(count), 700).places.filter(({ name }) => name.turnDeg !== 0)
      expect(turned, `${count} people`).toEqual([])
    }
  })
  it('can be read from the left all around, whatever is turned', () => {
    for (const { name } of ringLayout(people(40), 700).places) {
      const turn = ((name.turnDeg + 540) % 360) - 180
      expect(Math.abs(turn)).toBeLessThanOrEqual(90.001)
    }
  })
  it('draws few people large and many no smaller than can be told apart', () => {
    expect(ringLayout(people(5), 700).places[0]!.size).toBe(52)
    expect(ringLayout(people(40), 700).places[0]!.size).toBeGreaterThan(21)
  })
  it('begins at the top and goes on clockwise', () => {
    const [top, right] = ringLayout(people(4), 700).places
    expect(top!.x).toBeCloseTo(0)
    expect(top!.y).toBeLessThan(0)
    expect(right!.x).toBeGreaterThan(0)
  })
  it('knows what lies over each other', () => {
    const { places } = ringLayout(people(4), 700)
    expect(anyMeet([places[0]!, places[0]!])).toBe(true)
  })
})
