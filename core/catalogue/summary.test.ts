import { describe, expect, it } from 'vitest'
import { shippedData } from '../../tests/shippedCatalogue'
import { CatalogueIndex } from './catalogue'
import { indexOf, rungsOf, textsOf } from './summary'

const data = shippedData()

describe('the catalogue’s index', () => {
  it('keeps every movement and rung, and leaves words and poses out', () => {
    const index = indexOf(data)
    expect(index.movements.map((movement) => movement.id)).toEqual(data.movements.map((movement) => movement.id))
    expect(JSON.stringify(index.movements)).not.toMatch(/"(setUp|cues|notFeel|cheats|cautions|muscles|figure)"/)
    const { tiers } = index.movements.find((movement) => movement.id === 'front-of-hip-opening')!
    expect('ladder' in tiers.floor && tiers.floor.ladder.map((rung) => rung.poses[0])).toEqual(
      expect.arrayContaining(['start']),
    )
  })
  it('reads in again as the same after a trip over a wire', () => {
    const index = indexOf(data)
    expect(CatalogueIndex.parse(JSON.parse(JSON.stringify(index)))).toEqual(index)
  })
  it('has the words of every rung once, by its id', () => {
    for (const movement of data.movements) {
      const texts = textsOf(movement)
      expect(Object.keys(texts.variations)).toEqual(rungsOf(movement).map(({ id }) => id))
      for (const { id, rung } of rungsOf(movement)) expect(texts.variations[id]!.setUp).toBe(rung.setUp)
    }
  })
})
