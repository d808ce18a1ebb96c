import { describe, expect, it } from 'vitest'
import { faultsIn, type Heard, type Sent, type Stored } from './linear'

const sent: Sent[] = [
  { id: 'a', meeting: 'm', begun: 0, confirmed: 10 },
  { id: 'b', meeting: 'm', begun: 5, confirmed: 20 },
  { id: 'c', meeting: 'm', begun: 30, confirmed: 40 },
  { id: 'd', meeting: 'n', begun: 0, confirmed: null },
]
const stored: Stored[] = [
  { id: 'b', meeting: 'm', sequence: 1 },
  { id: 'a', meeting: 'm', sequence: 2 },
  { id: 'c', meeting: 'm', sequence: 5 },
]
const heard: Heard[] = [
  {
    ...{ screen: 'one', meeting: 'm' },
    parts: [
      { from: 0, upTo: 2, ids: ['b', 'a'] },
      { from: 2, upTo: 5, ids: ['c'] },
    ],
  },
  { screen: 'late', meeting: 'm', parts: [{ from: 2, upTo: 5, ids: ['c'] }] },
]

describe('the look at an order', () => {
  it('finds nothing where two that overlapped stand either way, and one that was never confirmed is not there', () => {
    expect(faultsIn(sent, heard, stored)).toEqual([])
    const swapped = stored.map((note) => ({ ...note, sequence: note.id === 'c' ? 5 : 3 - note.sequence }))
    expect(faultsIn(sent, [], swapped)).toEqual([])
  })
  it('finds what was lost, doubled, or put in by nobody', () => {
    expect(faultsIn(sent, [], stored.slice(1))).toEqual(['b was lost'])
    const twice = [...stored, { id: 'c', meeting: 'm', sequence: 6 }]
    expect(faultsIn(sent, [], twice)).toContain('c is there 2 times')
    expect(faultsIn(sent, [], [...stored, { id: 'x', meeting: 'm', sequence: 9 }])).toEqual([
      'x is there, and nobody said it there',
    ])
    expect(faultsIn(sent, [], [...stored, { id: 'd', meeting: 'm', sequence: 9 }])).toEqual([
      'd is there, and nobody said it there',
    ])
  })
  it('finds what stands before something that was confirmed before it began', () => {
    const late = stored.map((note) => (note.id === 'c' ? { ...note, sequence: 0 } : note))
    expect(faultsIn(sent, [], late)).toEqual(['in m a stands after c, and was confirmed before it began'])
    expect(faultsIn(sent, [], [...stored.slice(0, 2), { id: 'c', meeting: 'm', sequence: 2 }])).toContain(
      'in m two notes have one place',
    )
  })
  const one = (parts: Heard['parts']): string[] => faultsIn(sent, [{ screen: 'one', meeting: 'm', parts }], stored)
  it('finds a screen that missed something, heard it twice, in another order, or with a gap', () => {
    expect(one([{ from: 0, upTo: 5, ids: ['b', 'c'] }])).toEqual(['one missed 1: a'])
    expect(one([{ from: 0, upTo: 5, ids: ['b', 'a', 'a', 'c'] }])).toContain('one heard something twice')
    expect(one([{ from: 0, upTo: 5, ids: ['a', 'b', 'c'] }])).toEqual(['one heard another order than is stored'])
    const gap = [
      { from: 0, upTo: 1, ids: ['b'] },
      { from: 2, upTo: 5, ids: ['c'] },
    ]
    expect(one(gap)).toEqual(['one heard up to 1, and then from 2', 'one missed 1: a'])
    expect(one([{ from: 5, upTo: 2, ids: [] }])).toContain('one heard backwards, from 5 to 2')
  })
})
