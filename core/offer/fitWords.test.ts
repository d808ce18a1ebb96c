import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { fitWords } from './fitWords'

const catalogue = shippedCatalogue()
const words = (id: string, heightCm: number | null, ranges: { range: string; side: 'both'; degrees: number }[] = []) =>
  fitWords(catalogue.variations.get(id)!, { heightCm, ranges })

describe('what fits a body in a variation', () => {
  it('is the seat by percent of knee height: 110 % of 0.285 · 168 = 52.7 cm, so two cushions of 5 cm on 45 cm', () => {
    const rung = catalogue.movements.get('sit-to-stand')!.ladders.chair!.find((one) => one.level === 2)!
    expect(words(rung.id, 168)).toEqual(['seat 55 cm: two cushions'])
  })
  it('is nothing where the height is not known, or nothing has to fit', () => {
    expect([words('bridge.chair.2', null), words('bridge.chair.2', 168)]).toEqual([[], []])
  })
  it('says how far the feet are from the wall, further the deeper', () => {
    const cm = (level: number) => Number(/feet (\d+) cm/.exec(words(`wall-sit.standing.${level}`, 170)[0]!)![1])
    expect(cm(1)).toBeLessThan(cm(3))
    // Thighs level: a thigh's length, 0.245 · 170 = 42 cm.
    expect(cm(4)).toBe(42)
  })
  it('cuts the strap to the body where somebody lies', () => {
    const rung = [...catalogue.variations.values()].find(
      (one) => one.props.some((need) => need.prop === 'strap') && one.postureId.endsWith('supine'),
    )!
    expect(words(rung.id, 175)[0]).toMatch(/^strap \d+ cm from hand to foot$/)
  })
})
