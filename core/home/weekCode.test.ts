import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayAfter, FACES, GIVEN_BACK_DAYS, type HomeTick } from './homeDay'
import { checksOfWord, faultIn } from './reedSolomon'
import { CODE_SIGNS, codeRefusalWords, readWeekCode, weekCode } from './weekCode'

const MADE = '2026-11-02'
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'
const handout = { number: 7, madeOn: MADE }
const TODAY = '2026-12-24'
/** A week of some handout, as anybody may have had it. */
const week = fc
  .record({
    number: fc.integer({ min: 1, max: 5000 }),
    movements: fc.integer({ min: 1, max: 5 }),
    day: fc.integer({ min: 0, max: GIVEN_BACK_DAYS - 1 }),
    cells: fc.array(fc.integer({ min: -1, max: 5 }), { minLength: 35, maxLength: 35 }),
  })
  .map(({ number, movements, day, cells }) => ({
    handout: { number, madeOn: MADE },
    movements,
    until: dayAfter(MADE, day),
    ticks: cells.flatMap((state, at): HomeTick[] => {
      const [movement, back] = [Math.floor(at / 7), at % 7]
      if (state < 0 || movement >= movements || back > day) return []
      return [{ movement, day: dayAfter(MADE, day - back), face: FACES[state % 3]!, hurt: state >= 3 }]
    }),
  }))
const other = (code: string, at: number, by: number) => {
  const signs = [...code.replaceAll(' ', '')]
  signs[at] = SIGNS[(SIGNS.indexOf(signs[at]!) + by) % SIGNS.length]!
  return signs.join('')
}
const place = fc.integer({ min: 0, max: CODE_SIGNS - 1 })
const by = fc.integer({ min: 1, max: 31 })

describe('a week as a code', () => {
  it('is 24 signs in groups of four, none of them mistaken for another', () => {
    fc.assert(
      fc.property(week, ({ handout, until, ticks }) => {
        expect(weekCode(handout, until, ticks)).toMatch(/^([0-9A-HJKMNP-TV-Z]{4} ){5}[0-9A-HJKMNP-TV-Z]{4}$/)
      }),
    )
  })
  it('is read back as it was, typed with dashes, small, and with signs that look alike', () => {
    fc.assert(
      fc.property(week, ({ handout, movements, until, ticks }) => {
        const code = weekCode(handout, until, ticks)
        const typed = code.toLowerCase().replaceAll(' ', '-').replaceAll('0', 'o').replaceAll('1', 'l')
        expect(readWeekCode(typed, handout, movements, TODAY)).toEqual({ until, ticks, corrected: null })
      }),
    )
  })
  it('corrects any single wrong sign', () => {
    fc.assert(
      fc.property(week, place, by, ({ handout, movements, until, ticks }, at, off) => {
        const typed = other(weekCode(handout, until, ticks), at, off)
        expect(readWeekCode(typed, handout, movements, TODAY)).toMatchObject({
          until,
          ticks,
          corrected: { at: at + 1 },
        })
      }),
      { numRuns: 2000 },
    )
  })
  it('refuses any two wrong signs, and what it says of where is true', () => {
    fc.assert(
      fc.property(week, place, by, place, by, ({ handout, movements, until, ticks }, a, x, b, y) => {
        fc.pre(a !== b)
        const typed = other(other(weekCode(handout, until, ticks), a, x), b, y)
        const read = readWeekCode(typed, handout, movements, TODAY)
        expect(read).toHaveProperty('refused')
        if (!('refused' in read)) return
        // Two signs are never taken for another handout.
        expect(read.refused.kind).toBe('wrong')
        if (read.refused.kind !== 'wrong' || read.refused.groups.length === 0) return
        const { groups } = read.refused
        for (const at of [a, b]) expect(groups).toContain(Math.floor(at / 4) + 1)
      }),
      { numRuns: 2000 },
    )
  })
  it('guesses which neighbours were swapped where it cannot be told, and says so as a question', () => {
    let guessed = 0
    fc.assert(
      fc.property(week, fc.integer({ min: 0, max: CODE_SIGNS - 2 }), ({ handout, movements, until, ticks }, at) => {
        const signs = [...weekCode(handout, until, ticks).replaceAll(' ', '')]
        fc.pre(signs[at] !== signs[at + 1])
        ;[signs[at], signs[at + 1]] = [signs[at + 1]!, signs[at]!]
        const read = readWeekCode(signs.join(''), handout, movements, TODAY)
        if (!('refused' in read) || read.refused.kind !== 'wrong') throw new Error('It was read.')
        const groups = [...new Set([Math.floor(at / 4) + 1, Math.floor((at + 1) / 4) + 1])]
        const { groups: certain, swapped } = read.refused
        for (const group of certain.length > 0 ? groups : []) expect(certain).toContain(group)
        if (swapped.length === 0) return
        guessed += Number(String(swapped) === String(groups))
        expect(codeRefusalWords(read.refused)).toMatch(/Have two neighbours changed places in groups? [1-6].*\?/)
      }),
      { numRuns: 500 },
    )
    expect(guessed).toBeGreaterThan(20)
  })
  it('belongs to its handout: any of the thousand others of the practice refuses it', () => {
    fc.assert(
      fc.property(week, fc.integer({ min: 1, max: 1023 }), ({ handout, movements, until, ticks }, on) => {
        const code = weekCode(handout, until, ticks)
        const read = readWeekCode(code, { ...handout, number: handout.number + on }, movements, TODAY)
        expect(read).toHaveProperty('refused')
        // Of another handout no sign is said to be wrong.
        if ('refused' in read && read.refused.kind === 'wrong') expect(read.refused.groups).toEqual([])
      }),
      { numRuns: 2000 },
    )
    expect(readWeekCode(weekCode(handout, '2026-11-08', []), { number: 8, madeOn: MADE }, 4, TODAY)).toEqual({
      refused: { kind: 'handout' },
    })
  })
  it('says what else is wrong', () => {
    const code = weekCode(handout, '2026-11-08', [])
    const refused = (typed: string, today = TODAY) => readWeekCode(typed, handout, 4, today)
    expect(refused(code.slice(0, -1))).toEqual({ refused: { kind: 'length', signs: 23 } })
    expect(refused(`${code.slice(0, 5)}?${code.slice(6)}`)).toEqual({ refused: { kind: 'sign', at: 5, sign: '?' } })
    expect(refused(code, '2026-11-07')).toEqual({ refused: { kind: 'future', day: '2026-11-08' } })
  })
  it('is not made of days before its handout or long after it', () => {
    for (const until of ['2026-11-01', '2026-12-07']) expect(() => weekCode(handout, until, [])).toThrow(RangeError)
  })
})

describe('checks of a word', () => {
  // The field by its definition: products of polynomials over two elements, modulo x⁵ + x² + 1 (primitive; tables of
  // coding theory, memory).
  const product = (a: number, b: number) => {
    let sum = 0
    for (let bit = 0; bit < 5; bit += 1) if ((b >> bit) & 1) sum ^= a << bit
    for (let bit = 8; bit >= 5; bit -= 1) if ((sum >> bit) & 1) sum ^= 0b100101 << (bit - 5)
    return sum
  }
  it('make a word that is nought at α, α² and α³', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 31 }), { minLength: 1, maxLength: 28 }), (word) => {
        for (const root of [2, 4, 8]) {
          const value = [...word, ...checksOfWord(word)].reduce((sum, one) => product(sum, root) ^ one, 0)
          expect(value).toBe(0)
        }
      }),
    )
  })
  it('find a wrong check too', () => {
    expect(faultIn([5, 5, ...checksOfWord([5, 5]).with(2, 30)])).toMatchObject({ kind: 'one', at: 4 })
  })
})
