import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { calledLike, likeness, nameDistance } from './nearness'

const movements = [...shippedCatalogue().movements.values()]
const byName = (typed: string) =>
  movements.toSorted((a, b) => nameDistance(a.name, typed) - nameDistance(b.name, typed)).map(({ name }) => name)

describe('what is called like what was typed', () => {
  const things = [
    { name: 'Pelvic tilt to rolling bridge', more: 'back' },
    { name: 'Bridge', more: 'buttocks' },
    { name: 'Bridget Ash', more: 'chair' },
    { name: 'Bo Stone', more: 'bridge player' },
  ]
  it('has the exact name first, then beginnings, then words, then what else is said', () => {
    expect(calledLike(things, 'bridge').map(({ name }) => name)).toEqual([
      'Bridge',
      'Bridget Ash',
      'Pelvic tilt to rolling bridge',
      'Bo Stone',
    ])
  })
  it('wants every word, and nothing where nothing was typed', () => {
    expect(calledLike(things, 'bridge back').map(({ name }) => name)).toEqual(['Pelvic tilt to rolling bridge'])
    expect(calledLike(things, '  ')).toEqual([])
  })
})

describe('what was typed', () => {
  it.each(['Bridge', 'Hip hinge', 'Squeeze', 'Paced breath'])(
    'finds the movement of just this name first: %s',
    (name) => {
      expect(byName(name.toLowerCase())[0]).toBe(name)
    },
  )
  it('finds a beginning before a middle, and a word before a part of one', () => {
    expect(
      ['Rehip', 'A hip', 'Hip turn', 'hip', 'Knee'].toSorted((a, b) => nameDistance(a, 'hip') - nameDistance(b, 'hip')),
    ).toEqual(['hip', 'Hip turn', 'A hip', 'Rehip', 'Knee'])
  })
})

describe('what works the same', () => {
  it('is nearer than what works something else', () => {
    const movement = (id: string) => shippedCatalogue().movements.get(id)!
    expect(likeness(movement('bridge'), movement('leg-back-press'))).toBeGreaterThan(
      likeness(movement('bridge'), movement('neck-turns')),
    )
  })
  it('is the same both ways', () => {
    for (const other of movements) expect(likeness(movements[3]!, other)).toBeCloseTo(likeness(other, movements[3]!))
  })
})
