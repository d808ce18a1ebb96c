import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Variation } from '../catalogue/catalogue'
import type { Offer } from '../offer/offer'
import { propsOut } from './propsOut'

const catalogue = shippedCatalogue()
const using = (...props: { prop: string; count: number; instead: string[] }[]): Offer[] => [
  {
    side: 'both',
    tier: 'chair',
    kind: 'movement',
    movement: 'bridge',
    variation: { props } as unknown as Variation,
    wantedLevel: 2,
    reasons: [],
    watch: [],
    byHand: false,
    more: false,
    catchUp: false,
    dials: {},
    swing: null,
    own: { dose: { kind: 'hold', seconds: 30 }, rounds: 1, restSeconds: 0, waits: null, limits: [] },
  },
]
const strap = { prop: 'strap', count: 1, instead: ['towel'] }
const block = { prop: 'block', count: 2, instead: ['book'] }

describe('props shared out', () => {
  it('lie beside those who use them, where there are enough, and nothing is fetched', () => {
    const out = propsOut(
      [
        { id: 'a', offers: [using(strap), using(block)] },
        { id: 'b', offers: [using(strap), []] },
      ],
      { strap: 2, block: 2 },
      catalogue,
    )
    expect([...out.laidOut.get('a')!]).toEqual([
      ['strap', 1],
      ['block', 2],
    ])
    expect([out.fetches, out.replaced, out.short]).toEqual([[], [], []])
  })
  it('lie beside who needs them most, and are handed over in between', () => {
    const out = propsOut(
      [
        { id: 'a', offers: [using(strap), using(strap), []] },
        { id: 'b', offers: [[], [], using(strap)] },
      ],
      { strap: 1 },
      catalogue,
    )
    expect([...out.laidOut.get('a')!]).toEqual([['strap', 1]])
    expect(out.fetches).toEqual([{ index: 2, person: 'b', prop: 'strap', count: 1 }])
  })
  it('are replaced in their order, then short by name', () => {
    const users = ['a', 'b', 'c'].map((id) => ({ id, offers: [using(strap)] }))
    const out = propsOut(users, { strap: 1, towel: 1 }, catalogue)
    expect(out.replaced).toMatchObject([{ wanted: 'strap', taken: 'towel' }])
    expect(out.short).toMatchObject([{ prop: 'strap' }])
  })
  it('of somebody at home come from their own cupboard, and never from the venue’s', () => {
    const out = propsOut(
      [
        { id: 'a', offers: [using(strap)] },
        { id: 'home', offers: [using(strap)], own: { towel: 1 } },
      ],
      { strap: 1 },
      catalogue,
    )
    expect([...out.laidOut.get('a')!]).toEqual([['strap', 1]])
    expect(out.replaced).toMatchObject([{ person: 'home', wanted: 'strap', taken: 'towel' }])
    expect(propsOut([{ id: 'home', offers: [using(strap)], own: {} }], { strap: 9 }, catalogue).short).toMatchObject([
      { person: 'home', prop: 'strap' },
    ])
  })
  it('never use more than there are, block by block', () => {
    const users = Array.from({ length: 8 }, (_, at) => ({
      id: `p${at}`,
      offers: [using(strap), using(block), using(strap, block)],
    }))
    const cupboard: Record<string, number> = { strap: 3, towel: 2, block: 6, book: 4 }
    const out = propsOut(users, cupboard, catalogue)
    for (const index of [0, 1, 2]) {
      for (const prop of Object.keys(cupboard)) {
        const first = users.filter(
          (user) =>
            user.offers[index]!.some((offer) => offer.variation!.props.some((need) => need.prop === prop)) &&
            !out.short.some((one) => one.index === index && one.person === user.id && one.prop === prop) &&
            !out.replaced.some((one) => one.index === index && one.person === user.id && one.wanted === prop),
        )
        const used =
          first.length * (prop === 'block' ? 2 : 1) +
          out.replaced
            .filter((one) => one.index === index && one.taken === prop)
            .reduce((sum, one) => sum + one.count, 0)
        expect(used).toBeLessThanOrEqual(cupboard[prop]!)
      }
    }
  })
})
