import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mayTakeTurns, workParts, workSeconds, type Work } from './workSeconds'

const lyingHold: Work = {
  roundSeconds: 30,
  rounds: 2,
  restSeconds: 10,
  sides: 'each',
  order: 'one-side-first',
  sideChangeSeconds: 8,
}

describe('the time of a block’s work', () => {
  // Worked examples of common practice, no source.
  it('30 s hold, each side, 2 rounds, rest 10 s, lying, one side first: 2·(60 + 10) + 8 = 148 s', () => {
    expect(workSeconds(lyingHold)).toBe(148)
  })
  it('the same taking turns: 120 + 3·8 = 144 s', () => {
    expect(workSeconds({ ...lyingHold, order: 'taking-turns' })).toBe(144)
  })
  it('both at once, 79 s, 2 rounds, rest 30 s: 158 + 30 = 188 s', () => {
    expect(workSeconds({ ...lyingHold, roundSeconds: 79, restSeconds: 30, sides: 'both' })).toBe(188)
  })
  it('says the sides in the order in which they are led', () => {
    const led = (work: Work) =>
      workParts(work)
        .filter((part) => part.kind === 'work')
        .map((part) => part.side)
    expect(led(lyingHold)).toEqual(['first', 'first', 'second', 'second'])
    expect(led({ ...lyingHold, order: 'taking-turns' })).toEqual(['first', 'second', 'first', 'second'])
  })
  it('falls back to one side first where a turn would be shorter than the rest', () => {
    const short: Work = { ...lyingHold, roundSeconds: 5, restSeconds: 60, order: 'taking-turns' }
    expect(mayTakeTurns(short)).toBe(false)
    expect(workSeconds(short)).toBe(workSeconds({ ...short, order: 'one-side-first' }))
  })

  const anyWork = fc.record({
    roundSeconds: fc.integer({ min: 1, max: 120 }),
    rounds: fc.integer({ min: 1, max: 6 }),
    restSeconds: fc.integer({ min: 0, max: 60 }),
    sides: fc.constantFrom('both', 'each', 'alternating', 'each-direction') as fc.Arbitrary<Work['sides']>,
    order: fc.constantFrom('one-side-first', 'taking-turns') as fc.Arbitrary<Work['order']>,
    sideChangeSeconds: fc.constantFrom(4, 8),
  })
  it('always gives both sides the same time and the same rounds', () => {
    fc.assert(
      fc.property(anyWork, (work) => {
        const secondsOn = (side: string) =>
          workParts(work)
            .filter((part) => part.kind === 'work' && part.side === side)
            .reduce((sum, part) => sum + part.seconds, 0)
        expect(secondsOn('first')).toBe(secondsOn('second'))
      }),
    )
  })
  it('always agrees with the closed formulas', () => {
    fc.assert(
      fc.property(anyWork, (work) => {
        const { roundSeconds: t, rounds: R, restSeconds: rest, sideChangeSeconds: c } = work
        const oneSide = R * t + (R - 1) * rest
        const twoSided = work.sides === 'each' || work.sides === 'each-direction'
        const turns = work.order === 'taking-turns' && t + 2 * c >= rest
        const twoSides = turns ? 2 * R * t + (2 * R - 1) * c : 2 * oneSide + c
        const expected = twoSided ? twoSides : oneSide
        expect(workSeconds(work)).toBe(expected)
      }),
    )
  })
  it('of a chain that does one side and then the other is one side, with the change where the other begins', () => {
    const work = { roundSeconds: 30, rounds: 2, restSeconds: 10, sides: 'each', order: 'taking-turns' } as const
    const of = (more: object) =>
      workParts({ ...work, sideChangeSeconds: 8, ...more }).map(({ kind, side }) => [kind, side].join(' '))
    expect(of({ onSide: 'first' })).toEqual(['work first', 'rest first', 'work first'])
    expect(of({ onSide: 'second' })).toEqual(['work second', 'rest second', 'work second'])
    expect(of({ onSide: 'second', turns: true })[0]).toBe('change-side second')
    expect(of({ onSide: 'first', catchUp: true })).toHaveLength(3)
    expect(of({ onSide: 'second', catchUp: true }).at(-1)).toBe('work weaker')
    // Where a rung does both at once, so does each of the two.
    expect(of({ onSide: 'second', sides: 'both', turns: true })).toEqual(['work both', 'rest both', 'work both'])
  })
  it('rests until everybody can talk where that is wished', () => {
    const work = { roundSeconds: 30, rounds: 3, restSeconds: 40, sides: 'both', order: 'one-side-first' } as const
    const waits = (untilTalk?: boolean) =>
      workParts({ ...work, sideChangeSeconds: 4, untilTalk }).map((part) => part.waits ?? false)
    expect(waits(true)).toEqual([false, true, false, true, false])
    expect(waits().some(Boolean)).toBe(false)
  })
})
