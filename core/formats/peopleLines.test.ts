import { describe, expect, it } from 'vitest'
import { asPeopleLines, readPeopleLines, withTier } from './peopleLines'

const read = (text: string) => readPeopleLines(text).people
const [only] = [(text: string) => read(text)[0]!]

describe('a line of somebody who comes', () => {
  it.each([
    ['Agnes Tveit, bed', 'Agnes Tveit', 'bed'],
    ['Agnes Tveit; In bed', 'Agnes Tveit', 'bed'],
    ['Agnes Tveit\tchair', 'Agnes Tveit', 'chair'],
    ['Agnes\tTveit\tstanding', 'Tveit Agnes', 'standing'],
    ['Tveit, Agnes, floor', 'Agnes Tveit', 'floor'],
    ['  Agnes   Tveit ,  MAT ', 'Agnes Tveit', 'floor'],
    ['Agnes Tveit standing', 'Agnes Tveit', 'standing'],
    ['Agnes Tveit on the floor', 'Agnes Tveit', 'floor'],
    ['"Agnes Tveit","seated"', 'Agnes Tveit', 'chair'],
  ])('%s is read', (text, name, tier) => {
    expect(only(text)).toMatchObject({ name, tier, isAssumed: false, doubt: null })
  })
  it('says the chair where nothing is said', () => {
    expect(only('Agnes Tveit')).toMatchObject({ name: 'Agnes Tveit', tier: 'chair', isAssumed: true, doubt: null })
    expect(only('Agnes')).toMatchObject({ name: 'Agnes', tier: 'chair', isAssumed: true, doubt: null })
  })
  it('in a wheelchair is a chair in which they stay', () => {
    expect(only('Agnes Tveit, wheelchair')).toMatchObject({ tier: 'chair', inWheelchair: true, doubt: null })
  })
  it.each([
    ['Hollis Wren, standng', 'standng', 'standing'],
    ['Hollis Wren, chiar', 'chiar', 'chair'],
    ['Hollis Wren standng', 'standng', 'standing'],
    ['Hollis Wren, somewhere', 'somewhere', null],
    ['Hollis Wren, 1950', '1950', null],
  ])('%s is asked about', (text, said, meant) => {
    expect(only(text)).toMatchObject({ name: 'Hollis Wren', doubt: { kind: 'tier', said, meant } })
  })
  it('with two words is a name, however near a tier the second is', () => {
    expect(only('Ada Floore')).toMatchObject({ name: 'Ada Floore', isAssumed: true, doubt: null })
  })
  it('without a name, or with one that stands above, is asked about', () => {
    expect(only(', bed').doubt).toMatchObject({ kind: 'name' })
    expect(read('Ada Example, bed\n\nada  example, chair')[1]).toMatchObject({
      line: 3,
      doubt: { kind: 'twice', line: 1 },
    })
  })
  it('answers its doubt by naming the tier, and leaves the others alone', () => {
    const text = 'Ada Example, bed\nHollis Wren, standng'
    const answered = withTier(text, read(text)[1]!, 'standing')
    expect(answered).toBe('Ada Example, bed\nHollis Wren, standing')
    expect(read(answered).every(({ doubt }) => doubt === null)).toBe(true)
  })
})

describe('a table that is pasted', () => {
  const TABLE = 'First name\tLast name\tBorn\tWorks in\nAda\tExample\t1950\tbed\nBo\tWren\t1948\tstandng\nCy\tOake\t\t'
  it('becomes lines, and says which columns it has not read', () => {
    const { text, leftOut } = asPeopleLines(TABLE)
    expect(text).toBe('Ada Example, bed\nBo Wren, standng\nCy Oake')
    expect(leftOut).toEqual(['Born'])
    expect(read(text).map(({ doubt }) => doubt?.kind ?? null)).toEqual([null, 'tier', null])
  })
  it('is read with a header of any separator, in any case', () => {
    expect(asPeopleLines('NAME;Tier\nAda Example;Mat\nBo Wren;wheelchair').text).toBe(
      'Ada Example, floor\nBo Wren, wheelchair',
    )
  })
})
