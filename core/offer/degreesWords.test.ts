import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { degreesWords } from './degreesWords'

const { measures } = shippedCatalogue()

describe('a result in centimetres as an angle', () => {
  it('leaves knee to wall in centimetres', () => {
    expect(degreesWords(measures.get('knee-to-wall')!, 10, 168)).toBe('')
  })
  it('is a lean against its usual one, and nothing for what has no rule', () => {
    const lean = [...measures.values()].find((measure) => measure.lean !== undefined)!
    expect(degreesWords(lean, 10, 168)).toContain(`usual is about ${lean.lean}°`)
    expect(degreesWords(lean, 10, null)).toBe('')
    expect(degreesWords(measures.get('chair-stand')!, 10, 168)).toBe('')
  })
})
