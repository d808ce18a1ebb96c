import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ClassEvent } from './classEvent'
import { hasBegun, nextBlockStep, readClock, startedScript } from './clock'
import type { ScriptStep } from './script'

const step = (seconds: number, blockId: string | null): ScriptStep => ({
  kind: 'work',
  seconds,
  blockId,
  side: 'both',
  round: 1,
})
const SCRIPT = [step(10, 'a'), step(20, 'a'), step(30, 'b'), step(5, null)]
const UNTIL_TALK: ScriptStep = { ...step(20, 'a'), kind: 'rest', waits: true }
let count = 0
const id = () => `00000000-0000-4000-8000-${String((count += 1)).padStart(12, '0')}`
type Bare = ClassEvent extends infer E ? (E extends ClassEvent ? Omit<E, 'id'> : never) : never
const events = (...bare: Bare[]) => bare.map((event) => ({ ...event, id: id() }) as ClassEvent)
const start = (at = 0) => ({ at, event: 'start', script: SCRIPT }) as const

describe('the class clock', () => {
  it('is ready before the start and has no step running', () => {
    expect(readClock([], 5_000)).toMatchObject({ status: 'ready', step: 0 })
  })
  const cases: [string, Bare[], number, object][] = [
    ['runs from the start', [start()], 4_000, { status: 'running', step: 0, leftMs: 6_000 }],
    ['goes on to the next step by itself', [start()], 12_000, { step: 1, elapsedMs: 2_000 }],
    ['finishes by itself after the last step', [start()], 66_000, { status: 'finished', step: 3, leftMs: 0 }],
    [
      'stands still in a pause',
      [start(), { at: 4_000, event: 'pause' }],
      60_000,
      { status: 'paused', step: 0, leftMs: 6_000 },
    ],
    [
      'goes on after a pause',
      [start(), { at: 4_000, event: 'pause' }, { at: 50_000, event: 'resume' }],
      52_000,
      { status: 'running', leftMs: 4_000 },
    ],
    [
      'goes to a step and begins it anew',
      [start(), { at: 4_000, event: 'goTo', step: 2 }],
      5_000,
      { step: 2, leftMs: 29_000 },
    ],
    [
      'adds 15 s to a step',
      [start(), { at: 1_000, event: 'stretch', step: 0, seconds: 15 }],
      12_000,
      { step: 0, leftMs: 13_000 },
    ],
    [
      'keeps what was added when the step is begun anew',
      [start(), { at: 1_000, event: 'stretch', step: 0, seconds: 15 }, { at: 2_000, event: 'goTo', step: 0 }],
      2_000,
      { leftMs: 25_000 },
    ],
    [
      'stays where a rest lasts until everybody can talk',
      [{ ...start(), script: [step(10, 'a'), UNTIL_TALK, step(30, 'a')] }],
      95_000,
      { status: 'running', step: 1, elapsedMs: 20_000, leftMs: 0 },
    ],
    [
      'and goes on from there when somebody says so',
      [
        { ...start(), script: [step(10, 'a'), UNTIL_TALK, step(30, 'a')] },
        { at: 95_000, event: 'goTo', step: 2 },
      ],
      97_000,
      { status: 'running', step: 2, elapsedMs: 2_000 },
    ],
    ['can be ended early', [start(), { at: 4_000, event: 'finish' }], 9_000, { status: 'finished', step: 0 }],
    [
      'is ready again after a reset',
      [start(), { at: 4_000, event: 'reset' }],
      9_000,
      { status: 'ready', step: 0, elapsedMs: 0 },
    ],
    [
      'starts anew after a reset',
      [start(), { at: 4_000, event: 'reset' }, start(10_000)],
      13_000,
      { status: 'running', leftMs: 7_000 },
    ],
    ['ignores a second start', [start(), start(4_000)], 5_000, { step: 0, leftMs: 5_000 }],
    [
      'does not move by a pause before the start',
      [{ at: 0, event: 'pause' }, start(1_000)],
      3_000,
      { status: 'running', leftMs: 8_000 },
    ],
    ['stays within the script', [start(), { at: 1_000, event: 'goTo', step: 99 }], 1_000, { step: 3 }],
  ]
  it.each(cases)('%s', (_, bare, now, expected) => {
    expect(readClock(events(...bare), now)).toMatchObject(expected)
  })
  it('knows whether a class has begun', () => {
    expect(hasBegun([])).toBe(false)
    expect(hasBegun(events(start()))).toBe(true)
    expect(hasBegun(events(start(), { at: 1, event: 'reset' }))).toBe(false)
    expect(startedScript(events(start()))).toEqual(SCRIPT)
  })
  it('finds the next block’s first step', () => {
    expect(nextBlockStep(SCRIPT, 0)).toBe(2)
    expect(nextBlockStep(SCRIPT, 2)).toBe(3)
    expect(nextBlockStep(SCRIPT, 3)).toBe(3)
  })

  it('does not obey what is of later than now, and obeys it once it is', () => {
    const ahead = events(start(), { at: 86_400_000, event: 'finish' }, { at: 600_000, event: 'goTo', step: 3 })
    expect(readClock(ahead, 5_000)).toMatchObject({ status: 'running', step: 0, leftMs: 5_000 })
    expect(readClock(ahead, 600_000)).toMatchObject({ step: 3, elapsedMs: 0 })
  })

  const at = fc.integer({ min: 1, max: 60_000 })
  const place = fc.integer({ min: 0, max: 3 })
  const participant = fc.constantFrom(id(), id())
  const anyEvent: fc.Arbitrary<Bare> = fc.oneof(
    fc.record({ at, event: fc.constant('start' as const), script: fc.constant(SCRIPT) }),
    fc.record({ at, event: fc.constant('pause' as const) }),
    fc.record({ at, event: fc.constant('resume' as const) }),
    fc.record({ at, event: fc.constant('goTo' as const), step: place }),
    fc.record({ at, event: fc.constant('stretch' as const), step: place, seconds: fc.constantFrom(15, -15) }),
    fc.record({
      ...{ at, event: fc.constant('change' as const), step: place, why: fc.constant('') },
      ...{ script: fc.constant<ScriptStep[]>([step(7, 'b'), step(5, null)]), blocks: fc.constant<never[]>([]) },
    }),
    fc.record({ at, event: fc.constant('tier' as const), participant, tier: fc.constantFrom('bed', 'chair') }),
    fc.record({ at, event: fc.constant('leave' as const), participant, why: fc.constant('Dizzy') }),
    fc.record({ at, event: fc.constant('return' as const), participant }),
    fc.record({ at, event: fc.constant('finish' as const) }),
    fc.record({ at, event: fc.constant('reset' as const) }),
  )
  const anyEvents = fc.array(anyEvent, { maxLength: 10 })
  it('is pressed in every way there is, in what follows', () => {
    const kinds = new Set(fc.sample(anyEvent, 1_000).map((one) => one.event))
    expect([...kinds].sort()).toEqual(ClassEvent.options.map((option) => option.shape.event.value).sort())
  })
  it('reads the same whatever the order and however often events arrive', () => {
    fc.assert(
      fc.property(anyEvents, fc.integer({ min: 60_000, max: 120_000 }), fc.integer(), (bare, now, seed) => {
        const sent = events(start(), ...bare)
        const mixed = [...sent, ...sent]
          .map((event, at) => ({ event, key: Math.sin(seed + at * 7919) }))
          .sort((a, b) => a.key - b.key)
          .map(({ event }) => event)
        expect(readClock(mixed, now)).toEqual(readClock(sent, now))
      }),
    )
  })
  it('never shows less than nothing or more than the step has', () => {
    fc.assert(
      fc.property(anyEvents, fc.integer({ min: 0, max: 200_000 }), (bare, now) => {
        const reading = readClock(events(start(), ...bare), now)
        expect(reading.leftMs).toBeGreaterThanOrEqual(0)
        expect(reading.leftMs).toBeLessThanOrEqual(reading.lengthMs)
        // A change at the last step puts two in its place.
        expect(reading.step).toBeLessThanOrEqual(SCRIPT.length)
      }),
    )
  })
})
