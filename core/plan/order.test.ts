import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { orderedOf, outOfOrder } from './order'

const { movements } = shippedCatalogue()
const blocks = (...ids: (string | [id: string, ...postures: string[]])[]) =>
  ids.map((one) => {
    const [id, ...postures] = typeof one === 'string' ? [one] : one
    return orderedOf(movements.get(id)!, postures, false)
  })

describe('the order that a plan says it follows', () => {
  it.each([
    ['feet-up', ['heel-raises', 'bridge', 'wall-angels'], null],
    ['feet-up', ['bridge', 'wall-angels', 'heel-raises'], { at: 2, before: 0 }],
    ['head-down', ['wall-angels', 'bridge', 'heel-raises'], null],
    ['head-down', ['heel-raises', 'wall-angels', 'bridge'], { at: 1, before: 0 }],
    // Phases go before it: what warms is warmed first, wherever it is.
    ['feet-up', ['neck-turns', 'ankle-circles', 'heel-raises', 'bridge'], { at: 1, before: 0 }],
    ['feet-up', ['neck-turns', 'heel-raises', 'bridge'], null],
    // What is for all of the body has no place in it.
    ['feet-up', ['bridge', 'paced-breath', 'rest-fold'], null],
    // Open the front of the hip, strengthen its back, use both.
    ['open-use', ['outer-hip-lean', 'side-leg-raise', 'step-over-and-reach'], null],
    ['open-use', ['side-leg-raise', 'outer-hip-lean'], { at: 1, before: 0 }],
    // What has no region in common may stand as it likes.
    ['open-use', ['grip-and-release', 'outer-hip-lean'], null],
    ['tighter-first', ['side-leg-raise', 'outer-hip-lean', 'heel-raises'], null],
    ['by-chain', ['paced-breath', 'bridge', 'rest-fold'], { at: 1, before: 1 }],
  ] as const)('%s: %j', (order, ids, found) => {
    expect(outOfOrder(order, blocks(...ids))).toEqual(found)
  })
  it('by posture, lets nobody come back to a posture that they have left; home at both ends is no coming back', () => {
    const walk = (...postures: string[]) =>
      outOfOrder(
        'by-posture',
        blocks(['paced-breath', 'home'], ...postures.map((at) => ['bridge', at] as [string, string]), [
          'rest-fold',
          'home',
        ]),
      )
    expect(walk('lying', 'lying', 'sitting', 'standing')).toBeNull()
    expect(walk('lying', 'sitting', 'lying')).toEqual({ at: 3, before: 2 })
    expect(walk('home', 'lying')).toBeNull()
  })
  it('by posture, looks at everybody', () => {
    const two = blocks(['paced-breath', 'a', 'b'], ['bridge', 'a', 'c'], ['bridge', 'd', 'b'], ['bridge', 'd', 'c'])
    expect(outOfOrder('by-posture', two)).toEqual({ at: 3, before: 2 })
  })
})

describe('putting blocks where the order has them, one after the other', () => {
  const all = [...movements.values()].filter(({ phase }) => phase === 'main').map(({ id }) => id)
  it.each(['feet-up', 'head-down', 'open-use'] as const)('%s ends, and then nothing stands otherwise', (order) => {
    for (let turn = 0; turn < 40; turn += 1) {
      let ids = Array.from({ length: 12 }, (_, at) => all[(turn * 7 + at * (turn + 5)) % all.length]!)
      ids = [...new Set(ids)]
      let moves = 0
      for (let found = outOfOrder(order, blocks(...ids)); found; found = outOfOrder(order, blocks(...ids))) {
        const [moved] = ids.splice(found.at, 1)
        ids.splice(found.before, 0, moved!)
        expect((moves += 1)).toBeLessThan(200)
      }
    }
  })
})
