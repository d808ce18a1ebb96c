import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { ClassEvent } from './classEvent'
import { readClock } from './clock'
import { AHEAD_MS } from './stamp'
import { foldOutcomes, type OutcomeEvent } from './outcome'

/** What is folded is held against a fold that is as simple and as slow as can be, over 20,000 shuffles. */
const SHUFFLES = 20_000
const PIA = '11111111-1111-4111-8111-111111111111'
const shuffled = <E>(all: E[]): fc.Arbitrary<E[]> => fc.shuffledSubarray(all, { minLength: all.length })

describe('the class clock, against one that ticks second by second', () => {
  const LENGTHS = [3, 5, 4, 6]
  const script = LENGTHS.map((seconds, at) => ({
    ...{ kind: 'work' as const, seconds, blockId: String(at) },
    ...{ side: 'both' as const, round: 1 },
  }))
  const second = fc.integer({ min: 1, max: 30 })
  const pressed = fc.oneof(
    fc.record({ second, event: fc.constantFrom('pause' as const, 'resume' as const, 'finish' as const) }),
    fc.record({ second, event: fc.constant('goTo' as const), step: fc.integer({ min: 0, max: 3 }) }),
  )
  const events = fc
    .uniqueArray(pressed, { maxLength: 8, selector: (one) => one.second })
    .map((all): ClassEvent[] => [
      { id: 'start', at: 0, event: 'start', script },
      ...all.map(({ second: at, ...event }, index) => ({ ...event, id: `e${index}`, at: at * 1000 }) as ClassEvent),
    ])
    .chain(shuffled)

  function ticking(all: ClassEvent[], until: number): { status: string; step: number; elapsedMs: number } {
    let [status, step, elapsed] = ['ready', 0, 0]
    for (let now = 0; now <= until; now += 1) {
      if (now > 0 && status === 'running') elapsed += 1
      if (status === 'running' && elapsed === LENGTHS[step]) {
        if (step === LENGTHS.length - 1) status = 'finished'
        else [step, elapsed] = [step + 1, 0]
      }
      const event = all.find((one) => one.at === now * 1000)
      if (event?.event === 'start') status = 'running'
      if (event?.event === 'pause' && status === 'running') status = 'paused'
      if (event?.event === 'resume' && status === 'paused') status = 'running'
      if (event?.event === 'finish') status = 'finished'
      if (event?.event === 'goTo') {
        ;[step, elapsed] = [event.step, 0]
        if (status === 'finished') status = 'paused'
      }
    }
    return { status, step, elapsedMs: elapsed * 1000 }
  }
  it('reads the same', () => {
    fc.assert(
      fc.property(events, fc.integer({ min: 0, max: 40 }), (all, now) => {
        // What is less than two seconds ahead counts as now: clocks differ so far.
        const clear = all.filter((event) => event.at <= now * 1000 || event.at > now * 1000 + AHEAD_MS)
        expect(readClock(clear, now * 1000)).toMatchObject(ticking(clear, now))
      }),
      { numRuns: SHUFFLES },
    )
  })
})

describe('what was noted, against a fold that looks through everything for each field', () => {
  const BASE = {
    ...{
      participant: PIA,
      movement: 'bridge',
      tier: 'chair' as const,
      variation: null,
      level: 2,
      dials: {},
      own: null,
    },
    ...{ target: 30, unit: 's' as const, device: '', isGroup: false, takesBack: null, clears: [] },
    ...{ achieved: null, effort: null, pain: null, painKind: null, form: null, cheat: '', painWhere: '' },
    ...{ support: null, note: '', feel: null, evenness: null, why: null },
  } as const
  const some = fc.record({
    blockId: fc.constantFrom('a', 'b'),
    side: fc.constantFrom('left' as const, 'right' as const),
    done: fc.constantFrom('done' as const, 'eased' as const, 'noted' as const),
    effort: fc.constantFrom(null, 3, 8),
    pain: fc.constantFrom(null, 0, 6),
    note: fc.constantFrom('', 'x', 'y'),
    form: fc.constantFrom(null, 'clean' as const),
    isGroup: fc.boolean(),
    clears: fc.constantFrom([], ['pain' as const], ['note' as const, 'effort' as const]),
    takesBackAt: fc.constantFrom(null, null, null, 0, 1, 2),
  })
  const id = (at: number) => `00000000-0000-4000-8000-${String(at).padStart(12, '0')}`
  const events = fc
    .array(some, { maxLength: 9 })
    .map((all) =>
      all.map(({ takesBackAt, ...fields }, at): OutcomeEvent => ({
        ...BASE,
        ...fields,
        ...{ id: id(at), at: at + 1, dials: {}, clears: [...fields.clears] },
        takesBack: takesBackAt !== null && takesBackAt < at ? id(takesBackAt) : null,
      })),
    )
    .chain((all) => shuffled(all).map((mixed) => ({ all, mixed })))

  function naive(all: OutcomeEvent[]): object[] {
    const back = all.map((event) => event.takesBack)
    const live = all.filter((event) => event.takesBack === null && !back.includes(event.id))
    const of = (blockId: string, side: string) => {
      const here = live.filter((event) => event.blockId === blockId && event.side === side)
      const own = here.filter((event) => !event.isGroup)
      return own.length > 0 ? own : here
    }
    const field = (here: OutcomeEvent[], name: 'effort' | 'pain' | 'note' | 'form') => {
      for (const event of here.toReversed()) {
        if (event[name] !== null && event[name] !== '') return event[name]
        if ((event.clears as string[]).includes(name)) break
      }
      return name === 'note' ? '' : null
    }
    return ['a', 'b'].flatMap((blockId) =>
      ['left', 'right'].flatMap((side) => {
        const here = of(blockId, side)
        if (here.length === 0) return []
        const done = here.findLast((event) => event.done !== 'noted')?.done ?? 'noted'
        const said = { effort: field(here, 'effort'), pain: field(here, 'pain'), note: field(here, 'note') }
        return [{ blockId, side, done, ...said, form: field(here, 'form') }]
      }),
    )
  }
  const keyOf = (one: object) => JSON.stringify(one)
  it('comes to the same', () => {
    fc.assert(
      fc.property(events, ({ all, mixed }) => {
        const folded = foldOutcomes([...mixed, ...mixed]).map(({ blockId, side, done, effort, pain, note, form }) => ({
          ...{ blockId, side, done, effort, pain, note, form },
        }))
        expect(folded.map(keyOf).sort()).toEqual(naive(all).map(keyOf).sort())
      }),
      { numRuns: SHUFFLES },
    )
  })
})
