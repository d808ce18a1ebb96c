import { describe, expect, it } from 'vitest'
import { GivingWay } from './givingWay'

describe('work that gives way', () => {
  it('waits four times as long as a piece took, longer where it was slow for its kind, and at most five times that', () => {
    const way = new GivingWay()
    expect(way.pauseAfter('outcomes', 10)).toBe(40)
    expect(way.pauseAfter('outcomes', 20)).toBe(160)
    expect(way.pauseAfter('outcomes', 10)).toBe(40)
    expect(way.pauseAfter('outcomes', 1000)).toBe(20_000)
  })
  it('knows each kind by itself, and what is quicker from then on', () => {
    const way = new GivingWay()
    way.pauseAfter('outcomes', 10)
    expect(way.pauseAfter('people', 50)).toBe(200)
    expect(way.pauseAfter('outcomes', 5)).toBe(20)
    expect(way.pauseAfter('outcomes', 10)).toBe(80)
  })
  it('does not wait where nobody else is there, nor for what took no time', () => {
    expect(new GivingWay(0).pauseAfter('outcomes', 10)).toBe(0)
    expect(new GivingWay().pauseAfter('outcomes', 0)).toBe(0)
  })
})
