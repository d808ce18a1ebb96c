import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { askedNow, firstFacts, notAskedOf } from './firstQuestions'
import { USUAL_ARRIVAL, type Person } from './person'
import { firstReason, reasonWords } from './reason'
import { mergedWith, NOT_ASKED } from './screening'
import { todayOf } from './today'

const catalogue = shippedCatalogue()
const { interview } = catalogue
const ON = '2026-11-25'
const facts = (asked: boolean, ...yes: string[]) => firstFacts({ asked, yes }, interview, ON)
const idsOf = (rows: readonly { consideration: string }[]) => rows.map(({ consideration }) => consideration)
const NEW: Person = { ...personIn('chair'), screenedOn: null }
const todayWith = (considerations: Person['considerations'], person: Person = NEW) =>
  todayOf({ ...person, considerations }, catalogue, USUAL_ARRIVAL, { daysAway: null, screenedDaysAgo: null })

describe('the questions before a first class', () => {
  it('not asked, mean breath only, and say what ends it', () => {
    expect(idsOf(facts(false))).toEqual([NOT_ASKED])
    const today = todayWith(facts(false))
    expect(today).toMatchObject({ breathOnly: true, takesPart: true })
    expect(firstReason(today)).toBe('Not asked yet: breath only until asked.')
  })
  it('answered with none of this, leave a careful first class', () => {
    expect(facts(true)).toEqual([])
    expect(todayWith(facts(true))).toMatchObject({ breathOnly: false, takesPart: true, levelAtMost: 2 })
  })
  // Common practice, no source: chest pain keeps somebody out, an operation and a doctor's word keep them to breath.
  it.each([
    ['first-chest', ['red-flag'], { takesPart: false }],
    ['first-fallen', ['fallen-last-12-months', 'faint-on-standing'], { takesPart: true, breathOnly: false }],
    ['first-operated', ['surgery-last-12-weeks'], { takesPart: true, breathOnly: true }],
    ['first-told', ['told-not-to-exercise'], { takesPart: true, breathOnly: true }],
  ])('%s, answered with yes, acts', (question, ids, today) => {
    expect(idsOf(facts(true, question))).toEqual(ids)
    expect(todayWith(facts(true, question))).toMatchObject(today)
  })
  it('were asked of whoever said yes to one', () => {
    expect(idsOf(facts(false, 'first-operated'))).toEqual(['surgery-last-12-weeks'])
  })
  it('keep somebody to breath for twelve weeks after an operation of which no day is known', () => {
    expect(facts(true, 'first-operated')[0]).toMatchObject({ since: null, until: '2027-02-17' })
  })
  it('each have a fact that acts, and no fact that the table does not know', () => {
    expect(interview.first.questions).toHaveLength(4)
    for (const { id } of interview.first.questions) {
      expect(facts(true, id).length, id).toBeGreaterThan(0)
      for (const { consideration } of facts(true, id)) expect(catalogue.considerations.has(consideration)).toBe(true)
    }
  })
})

describe('asking later', () => {
  const onFile = [...facts(false), ...facts(true, 'first-fallen')]
  it('ends breath only, and nothing else that is on file', () => {
    expect(idsOf(askedNow(onFile, [], interview, ON)).toSorted()).toEqual([
      'faint-on-standing',
      'fallen-last-12-months',
    ])
  })
  it('ends nothing that a screening is to settle', () => {
    const changed = { ...facts(false)[0]!, consideration: 'new-operation-fall-faint-fracture' }
    expect(idsOf(askedNow([...onFile, changed], [], interview, ON))).toContain(changed.consideration)
  })
  it('adds what was answered with yes', () => {
    expect(idsOf(askedNow(facts(false), ['first-told'], interview, ON))).toEqual(['told-not-to-exercise'])
  })
  it('is not needed of whoever is screened instead', () => {
    expect(mergedWith(onFile, [], ON).considerations.some(({ consideration }) => consideration === NOT_ASKED)).toBe(
      false,
    )
  })
  it('is needed of those of whom it is written down', () => {
    expect(notAskedOf([{ considerations: facts(false) }, { considerations: facts(true) }])).toHaveLength(1)
  })
})

describe('somebody unscreened on the floor', () => {
  const onFloor = (hands: number | undefined, screenedDaysAgo: number | null = null) =>
    todayOf({ ...personIn('floor'), screenedOn: null }, catalogue, USUAL_ARRIVAL, {
      daysAway: null,
      screenedDaysAgo,
      hands,
    })
  it('works elsewhere where whoever leads is alone, and it is said why', () => {
    const today = onFloor(1)
    expect(today.tier).not.toBe('floor')
    expect(today.reasons.map(reasonWords).join(' ')).toContain('Not screened yet, and nobody else in the room to help')
  })
  it('works there where somebody is there to help, or the screening was taken', () => {
    expect(onFloor(2).tier).toBe('floor')
    expect(onFloor(1, 30).tier).toBe('floor')
    expect(onFloor(undefined).tier).toBe('floor')
  })
})
