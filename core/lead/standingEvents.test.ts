import { describe, expect, it } from 'vitest'
import type { ClassEvent } from './classEvent'
import { changesOfPeople, readClock, startOf } from './clock'
import { standingEvents } from './standingEvents'
import { AHEAD_MS, stampAfter } from './stamp'

const PIA = '11111111-1111-4111-8111-111111111111'
const script = [10, 20, 30].map((seconds, at) => ({
  ...{ kind: 'work' as const, seconds, blockId: String(at) },
  ...{ side: 'both' as const, round: 1 },
}))
const start = (id: string, at: number, sequence?: number): ClassEvent => ({ id, at, event: 'start', script, sequence })

describe('two devices that led without the server', () => {
  const tablet: ClassEvent[] = [
    start('tablet', 0),
    { id: 't1', at: 4_000, event: 'pause', under: 'tablet' },
    { id: 't2', at: 5_000, event: 'leave', participant: PIA, why: 'Dizzy', under: 'tablet' },
  ]
  const phone: ClassEvent[] = [start('phone', 1_000), { id: 'p1', at: 6_000, event: 'goTo', step: 1, under: 'phone' }]
  const received = (events: ClassEvent[], from: number) =>
    events.map((event, at) => ({ ...event, sequence: from + at }))

  it.each([
    ['tablet', [...received(tablet, 1), ...received(phone, 4)], { status: 'paused', step: 0 }],
    ['phone', [...received(phone, 1), ...received(tablet, 3)], { status: 'running', step: 1, elapsedMs: 2_000 }],
  ])('come to one class: the start that the server got first, here the %s’s, stands', (first, events, reading) => {
    for (const order of [events, events.toReversed()]) {
      expect(startOf(order)?.id).toBe(first)
      expect(readClock(order, 8_000)).toMatchObject(reading)
    }
  })
  it('keep what was said of people under either start', () => {
    expect(changesOfPeople([...received(phone, 1), ...received(tablet, 3)]).left.get(PIA)).toBe('Dizzy')
  })
  it('go by the start that has arrived, while the other one still waits', () => {
    expect(startOf([...tablet, ...received(phone, 1)])?.id).toBe('phone')
  })
})

describe('a start that was taken back', () => {
  it('is gone with what was pressed under it, and leaves the one of another device', () => {
    const events: ClassEvent[] = [
      start('a', 0, 1),
      { id: 'a1', at: 2_000, event: 'pause', under: 'a' },
      start('b', 1_000, 3),
      { id: 'a2', at: 3_000, event: 'reset', under: 'a' },
    ]
    expect(standingEvents(events).map((event) => event.id)).toEqual(['b'])
    expect(readClock(events, 4_000)).toMatchObject({ status: 'running', elapsedMs: 3_000 })
  })
})

describe('the time of what is said', () => {
  it('is later than all that was seen, so that a device whose clock is behind puts nothing before it', () => {
    const seen: ClassEvent[] = [start('a', 0), { id: 'p', at: 5_000, event: 'pause', under: 'a' }]
    const at = stampAfter(
      4_400,
      seen.map((event) => event.at),
    )
    expect(readClock([...seen, { id: 'r', at, event: 'resume', under: 'a' }], 6_001)).toMatchObject({
      status: 'running',
      elapsedMs: 6_000,
    })
  })
  it('does not follow a time that is further ahead than clocks may differ', () => {
    expect(stampAfter(1_000, [1_000 + AHEAD_MS + 1])).toBe(1_000)
    expect(stampAfter(1_000, [1_000 + AHEAD_MS])).toBe(1_000 + AHEAD_MS + 1)
  })
})
