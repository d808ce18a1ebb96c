import { describe, expect, it } from 'vitest'
import { shippedData } from '../../tests/shippedCatalogue'
import { rungsOf, type Rung } from './summary'
import type { Tier } from './words'

/** What is said of a version is read out, a sentence at a time, to somebody who does it: each is true by itself. */
const rungs = shippedData().movements.flatMap(rungsOf)
const said = ({ rung }: Rung) => [rung.setUp, ...rung.cues, rung.easier, rung.more, ...rung.cheats.flatMap(both)]
const both = ({ cheat, correction }: Rung['rung']['cheats'][number]) => [cheat, correction]
const where = (wrong: (rung: Rung) => boolean) => rungs.filter(wrong).map(({ id }) => id)
const isLying = ({ postureId }: Rung) => /\/(supine|side|side-lying|prone)$/.test(postureId)

/** A word without its ending, so that “falls” and “fall” are one. */
const stems = (sentence: string) =>
  new Set([...sentence.toLowerCase().matchAll(/[a-z]{3,}/g)].map(([word]) => word.slice(0, 4)).filter(isOwn))
const isOwn = (stem: string) =>
  !['the', 'and', 'are', 'out', 'too', 'with', 'all', 'over', 'away', 'once'].includes(stem)
const isSameFault = (one: string, other: string) => {
  const [a, b] = [stems(one), stems(other)]
  return [...a].filter((stem) => b.has(stem)).length >= 2
}

describe('what is said of a version', () => {
  it('names two cheats only where there are two', () => {
    expect(
      where(({ rung: { cheats } }) =>
        cheats.some((one, at) => cheats.slice(0, at).some((two) => isSameFault(one.cheat, two.cheat))),
      ),
    ).toEqual([])
  })
  it('has its hands where its name has them', () => {
    const places: [place: string, said: RegExp][] = [
      ['hands on the seat', /\bhands?\b.*(seat|beside you)/],
      ['hands on the thighs', /\bhands?\b.*thigh/],
      ['arms crossed', /arms crossed/],
    ]
    // Another way of doing it may have them elsewhere, and says where.
    const isAway = ({ rung: { name, setUp, cues }, way }: Rung) =>
      places.some(([place, said]) => {
        const isSaid = said.test([setUp, ...cues].join(' ')) || (way !== null && /\bhands?\b/.test(setUp))
        return name.includes(place) && !isSaid
      })
    expect(where(isAway)).toEqual([])
  })
  it('tells nobody who lies to be tall or to look ahead', () => {
    expect(
      where(
        (one) => isLying(one) && one.rung.cheats.some((it) => /\btall\b|look ahead|seat bone/i.test(it.correction)),
      ),
    ).toEqual([])
  })
  it('lies on the mattress in bed and on the mat on the floor', () => {
    const elsewhere: Partial<Record<Tier, RegExp>> = { bed: /\bthe mat\b/, floor: /mattress/ }
    const isOther = ({ tier }: Rung, words: string) => elsewhere[tier]?.test(words) ?? false
    expect(where((one) => [one.rung.name, ...said(one)].some((words) => isOther(one, words)))).toEqual([])
  })
  it('leaves it to the dose how often and how long', () => {
    const counted = /\b(ten|twelve|fifteen|twenty) (loose|times|counts|swings)\b(?! down)|^Ten, /
    expect(where((one) => said(one).some((words) => counted.test(words)))).toEqual([])
  })
})
