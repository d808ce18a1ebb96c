import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { TIERS } from '../catalogue/words'
import { newcomer } from './newcomer'
import { USUAL_ARRIVAL, type Person } from './person'
import { todayOf } from './today'
import { judge } from './verdict'

const catalogue = shippedCatalogue()
const { interview } = catalogue
const ON = '2026-11-25'
const someone = (tier: (typeof TIERS)[number], inWheelchair = false): Person => ({
  ...newcomer({ name: 'Nell', tier, inWheelchair, asked: true, yes: [] }, interview, ON),
  ...{ id: 'n', ranges: [], dials: [], visiting: null, leftOut: [], flares: [], screenedOn: null },
})
const CLOSED = ['spine-bend-end', 'spine-twist-end', 'spine-arch-end', 'spine-side-end', 'head-below-heart']

describe('somebody who begins with a circle, as the page says', () => {
  it.each(TIERS)('in the %s tier works on levels 1 and 2', (tier) => {
    const when = { daysAway: null, screenedDaysAgo: null, hands: 2 }
    expect(todayOf(someone(tier), catalogue, USUAL_ARRIVAL, when).levelAtMost).toBe(2)
  })
  it('bends and turns the back to no end, and has the head never low, in any rung of any movement', () => {
    const rungs = [...catalogue.movements.values()].flatMap(({ ladders }) => Object.values(ladders).flat())
    const closed = rungs.filter((rung) => rung.demands.some(({ tag }) => CLOSED.includes(tag)))
    expect(closed.length).toBeGreaterThan(10)
    for (const rung of closed)
      expect(judge(rung, 'both', { person: someone(rung.tier) }, catalogue).blocks, rung.id).not.toEqual([])
  })
  it('goes down to the floor only where they work there', () => {
    for (const tier of TIERS) expect(someone(tier).access.floor, tier).toBe(tier === 'floor' ? 'yes' : 'no')
  })
  it('stays in the wheelchair who says so', () => {
    expect(someone('chair', true).joins).toBe('wheelchair')
  })
})
