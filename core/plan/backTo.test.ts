import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blockOfMovement, planWith } from '../../tests/plans'
import { backTo } from './backTo'
import { edited, replayed, type Edit } from './edits'

const plan = planWith([blockOfMovement('bridge', { id: 'a' }), blockOfMovement('side-bend', { id: 'b' })])
const rounds = (id: string, count: number): Edit => ({ edit: 'setRounds', id, rounds: count })

describe('two who edit the same block', () => {
  const mine = edited(plan, rounds('a', 6))
  const theirs = edited(plan, rounds('a', 4))
  it('have what the other one set one undo away, whichever stands', () => {
    expect(backTo([rounds('a', 6)], theirs, mine)).toEqual([rounds('a', 6)])
    expect(backTo([rounds('a', 6)], plan, theirs)).toEqual([rounds('a', 4)])
  })
  it('overrule nobody where they set the same, or another thing, or where the block is gone', () => {
    expect(backTo([rounds('a', 6)], mine, mine)).toEqual([])
    expect(backTo([rounds('b', 6)], theirs, mine)).toEqual([])
    expect(backTo([rounds('a', 6)], edited(plan, { edit: 'removeBlock', id: 'a' }), mine)).toEqual([])
    expect(backTo([{ edit: 'moveBlock', id: 'a', before: null }], plan, edited(plan, rounds('a', 2)))).toEqual([])
  })
  it('get back exactly what they set, and nothing besides', () => {
    const anyEdit = fc.oneof(
      fc.record({
        edit: fc.constant('setRounds' as const),
        id: fc.constantFrom('a', 'b'),
        rounds: fc.integer({ min: 1, max: 5 }),
      }),
      fc.record({
        edit: fc.constant('setRest' as const),
        id: fc.constantFrom('a', 'b'),
        restSeconds: fc.integer({ min: 0, max: 9 }),
      }),
      fc.record({ edit: fc.constant('setMinutes' as const), minutes: fc.integer({ min: 20, max: 60 }) }),
    )
    fc.assert(
      fc.property(fc.array(anyEdit, { maxLength: 5 }), fc.array(anyEdit, { maxLength: 5 }), (own, others) => {
        const before = replayed(plan, own).plan
        const after = replayed(before, others).plan
        const back = replayed(after, backTo(own, after, before)).plan
        for (const edit of own) expect(backTo([edit], back, before)).toEqual([])
        // What only the other one touched stays theirs.
        const untouched = others.filter((one) => !own.some((mine) => mine.edit === one.edit))
        for (const edit of untouched) expect(backTo([edit], back, after)).toEqual([])
      }),
    )
  })
})
