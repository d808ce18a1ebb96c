import { describe, expect, it } from 'vitest'
import { leadIn, movesAsMade, waysAtOnce } from './leadIn'
import type { Saying } from './speaking'

const sit = { cue: 'Push up to sit. Wait there a moment.', seconds: 6, waitSeconds: 15 }
const stand = { cue: 'Stand. Wait until it is quiet.', seconds: 4, waitSeconds: 10 }
const lanes = [{ tier: 'bed', moves: [sit, stand] }] as const
const setUp = (words: string): Saying => ({ kind: 'set-up', words })
const times = { from: 0, moving: 8, secondsOf: () => 5 }

describe('what is said before the work', () => {
  it('tells nobody to stand before the wait after sitting up is over', () => {
    const { said, ends } = leadIn([setUp('A'), setUp('B'), setUp('C')], movesAsMade(lanes, 8), times)
    // Worked by hand: sat up after 6 s and waited 15 s makes 29; what else is to be said is said meanwhile.
    expect(said.map(({ saying, at }) => [saying.kind, at])).toEqual([
      ['set-up', 0],
      ['transition', 8],
      ['set-up', 13],
      ['set-up', 18],
      ['transition', 29],
    ])
    expect(ends).toBe(34)
  })
  it('tells the whole way at once, sooner where something else is still to be said', () => {
    const { said } = leadIn([setUp('A'), setUp('B')], waysAtOnce(lanes, { from: 0, moving: 8 }), times)
    expect(said.map(({ saying, at }) => [saying.kind, at])).toEqual([
      ['set-up', 0],
      ['transition', 5],
      ['set-up', 10],
    ])
    expect(said[1]!.saying.words).toContain('Wait there a moment.')
  })
})
