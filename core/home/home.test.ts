import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { secondsOf } from '../time/secondsOf'
import { habitNow } from './habit'
import { homeCues } from './homeCues'
import { dayAfter } from './homeDay'
import { ticksOf, type HomeDone } from './homeReport'
import type { SheetMovement } from './homeSheet'
import { homeMoment, partsAtHome, secondsAtHome, withinSeconds } from './partsAtHome'

const catalogue = shippedCatalogue()
const MADE = '2026-11-02'
const habitSheet = (change: object = {}) =>
  ({
    ...{ beginsWith: 1, growsAfterDays: 3, daysAWeek: 4, forgiving: { days: 2, weeks: 1 } },
    ...{ movements: [1, 2, 3, 4] as unknown as SheetMovement[], handout: { madeOn: MADE }, ...change },
  }) as Parameters<typeof habitNow>[0]
const on = (...days: number[]) => days.map((day) => dayAfter(MADE, day))

describe('a habit at home', () => {
  it('begins with one movement and grows by one after three days', () => {
    const sheet = habitSheet()
    const grown = (...days: number[]) => habitNow(sheet, on(...days), dayAfter(MADE, 20)).movements
    expect([grown(), grown(0, 1), grown(0, 1, 2), grown(0, 0, 0), grown(0, 1, 2, 4, 5, 9)]).toEqual([1, 1, 2, 1, 3])
    expect(grown(...Array.from({ length: 20 }, (_, day) => day))).toBe(4)
    expect(habitNow(sheet, on(0, 1), MADE)).toMatchObject({ nextAfterDays: 2 })
    expect(habitNow(habitSheet({ beginsWith: 5 }), [], MADE)).toMatchObject({ movements: 4, nextAfterDays: null })
  })
  it('keeps a week of two days of four, lets one week go by, and ends at the second', () => {
    const kept = (today: number, ...days: number[]) =>
      habitNow(habitSheet(), on(...days), dayAfter(MADE, today)).weeksKept
    expect(kept(6, 0)).toBe(0)
    expect(kept(6, 0, 3)).toBe(1)
    // The second week is on and not kept yet: the first still counts.
    expect(kept(8, 0, 3)).toBe(1)
    // The second was not kept and is let go by.
    expect(kept(20, 0, 3, 14, 15)).toBe(2)
    expect(kept(34, 0, 3, 28, 29)).toBe(1)
  })
  it('counts no day before the sheet was made or after today', () => {
    expect(habitNow(habitSheet(), on(-3, -2, -1, 9), dayAfter(MADE, 1)).daysThisWeek).toBe(0)
    expect(habitNow(habitSheet(), on(0, 0, 1), dayAfter(MADE, 1)).daysThisWeek).toBe(2)
  })
})

/** Every movement of the catalogue with a school's dose, as it is done at home. */
const all = [...catalogue.variations.values()].map((rung) => {
  const { dose, rounds, restSeconds } = catalogue.movements.get(rung.movement)!.doses.dwell
  return { id: rung.id, dose, rounds, restSeconds, sides: rung.sides, sideChangeSeconds: 4 }
})

describe('the time of a movement at home', () => {
  it('is that of its stretches, and every moment lies in one of them', () => {
    for (const entry of all) {
      const parts = partsAtHome(entry)
      const whole = secondsAtHome(entry)
      for (const share of [0, 0.2, 0.5, 0.9]) {
        const { part, into, left, isOver } = homeMoment(entry, parts, share * whole)
        expect(isOver).toBe(false)
        expect(into + left).toBeCloseTo(part.seconds, 6)
      }
      expect(homeMoment(entry, parts, whole).isOver).toBe(true)
    }
  })
  it('works each side as often as the other', () => {
    for (const entry of all.filter(({ sides }) => sides === 'each')) {
      const of = (side: string) =>
        partsAtHome(entry).filter((part) => part.kind === 'work' && part.side === side).length
      expect(of('first')).toBe(of('second'))
    }
  })
  it('is made to fit a minute, by fewer repetitions or a shorter hold, of whatever can be made less', () => {
    for (const entry of all) {
      const less = withinSeconds(entry, 60)
      expect(less.dose.kind).toBe(entry.dose.kind)
      expect(less.rounds).toBe(1)
      expect(secondsOf(less.dose, less.sides)).toBeLessThanOrEqual(secondsOf(entry.dose, entry.sides))
      const least = withinSeconds(entry, 0)
      expect(secondsAtHome(less)).toBeLessThanOrEqual(Math.max(60, secondsAtHome(least)))
    }
  })
})

const movement = (change: Partial<SheetMovement> = {}): SheetMovement => ({
  ...{ at: 0, movement: 'a', name: 'A', rung: 'a', tier: 'chair', dose: { kind: 'hold', seconds: 30 }, rounds: 1 },
  ...{
    restSeconds: 10,
    sides: 'each',
    sideChangeSeconds: 4,
    place: '',
    setUp: 'Sit.',
    cues: ['Grow tall.', 'Breathe.'],
  },
  ...{ feel: '', notFeel: '', easier: '', more: null, isFor: '', figure: null, ...change },
})

describe('what is said at home', () => {
  it('names the side, what to do, half way, the end and the change', () => {
    expect(homeCues(movement())).toEqual([
      { at: 0, words: 'Left side. Grow tall.' },
      { at: 15, words: 'Half way. Breathe.' },
      { at: 25, words: '5 more seconds.' },
      { at: 30, words: 'Change sides: right side.' },
      { at: 34, words: 'Right side. Breathe.' },
      { at: 49, words: 'Half way. Grow tall.' },
      { at: 59, words: '5 more seconds.' },
      { at: 64, words: 'Done. Slowly back.' },
    ])
  })
  it('comes in its order and within the movement, whatever the dose', () => {
    for (const entry of all) {
      const cues = homeCues(movement(entry))
      expect(cues.map(({ at }) => at)).toEqual(cues.map(({ at }) => at).toSorted((a, b) => a - b))
      expect(cues.at(-1)!.at).toBeCloseTo(secondsAtHome(entry), 6)
      expect(cues.every(({ words }) => words.trim() !== '')).toBe(true)
    }
  })
})

describe('what was done', () => {
  const done = (change: Partial<HomeDone>): HomeDone => ({
    ...{ movement: 0, at: '2026-11-28T09:10', stopped: false, face: 'right', effort: null },
    ...{ pain: null, sharp: false, word: '', ...change },
  })
  it('is one tick a movement and day: its hardest face, and hurt where any of it hurt', () => {
    expect(
      ticksOf([
        done({ face: 'hard' }),
        done({ face: 'easy', pain: 3, at: '2026-11-28T19:00' }),
        done({ movement: 1, at: '2026-11-27T09:00', face: 'easy', pain: 0 }),
        done({ movement: 1, stopped: true }),
      ]),
    ).toEqual([
      { movement: 0, day: '2026-11-28', face: 'hard', hurt: true },
      { movement: 1, day: '2026-11-27', face: 'easy', hurt: false },
      { movement: 1, day: '2026-11-28', face: 'right', hurt: true },
    ])
  })
  it('is hurt wherever somebody said so, and nowhere else', () => {
    fc.assert(
      fc.property(fc.boolean(), fc.boolean(), fc.option(fc.integer({ min: 0, max: 10 })), (stopped, sharp, pain) => {
        const [tick] = ticksOf([done({ stopped, sharp, pain })])
        expect(tick!.hurt).toBe(stopped || sharp || (pain !== null && pain > 0))
      }),
    )
  })
})
