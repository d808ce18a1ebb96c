import { describe, expect, it } from 'vitest'
import { randomFrom } from '../../core/random'
import { shippedCatalogue } from '../shippedCatalogue'
import { answersTo, drawThree, factName, factsOf, pairsOf, shareOf } from './answers'

const catalogue = shippedCatalogue()
const facts = factsOf(catalogue)

/** Who is left with breath; `npm run answers` prints who and why. What is reached is never given up again. */
describe('what is open to somebody with health facts', () => {
  it('is everything of every tier for somebody without any', () => {
    expect(shareOf(answersTo([], catalogue))).toBe(1)
  })
  it('is every cell with one fact', () => {
    for (const fact of facts)
      for (const { tier, left } of answersTo([fact], catalogue)) expect(left, `${factName(fact)}, ${tier}`).toEqual([])
  })
  it('is 99 of 100 cells with two facts and 97 with three, and never less than 90 and 80, as drawn', () => {
    const random = randomFrom(11)
    const pairs = pairsOf(facts)
    const draw = (count: number, one: () => typeof facts) =>
      Array.from({ length: count }, () => shareOf(answersTo(one(), catalogue)))
    const mean = (shares: number[]) => shares.reduce((sum, share) => sum + share, 0) / shares.length
    const two = draw(120, () => pairs[Math.floor(random.next() * pairs.length)]!)
    const three = draw(120, () => drawThree(facts, random))
    expect(mean(two)).toBeGreaterThanOrEqual(0.99)
    expect(Math.min(...two)).toBeGreaterThanOrEqual(0.9)
    expect(mean(three)).toBeGreaterThanOrEqual(0.97)
    expect(Math.min(...three)).toBeGreaterThanOrEqual(0.8)
  })
})
