import { beforeAll, describe, expect, it } from 'vitest'
import { homeNotes } from '../../core/reflect/homeNotes'
import { reflectOn, type Reflected } from '../../core/reflect/reflectOn'
import type { Step } from '../../core/reflect/step'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import { shippedCatalogue } from '../shippedCatalogue'
import { judged } from './halfYear'
import { PATCHY } from './notes'

/**
 * Invented bodies of whom everything glows at home, every day, on the rung that they have in class: what does that
 * move?
 */
const catalogue = shippedCatalogue()
const DAY_MS = 86_400_000
const PEOPLE = 25

/** Two weeks before a day of everything done, easy, an effort of one and no pain. */
function glowing({ person }: Reflected, today: readonly DatedOutcome[]): DatedOutcome[] {
  const rungs = [...new Set(today.flatMap(({ variation }) => variation ?? []))]
  const [first] = today
  if (!first) return []
  const days = Array.from({ length: 14 }, (_, at) =>
    new Date(Date.parse(first.date) - (at + 1) * DAY_MS).toISOString().slice(0, 10),
  )
  const entries = rungs.map((variation) => ({ variation, movement: catalogue.variations.get(variation)!.movement }))
  const each = <T>(value: T) => Object.fromEntries(days.map((day) => [day, value]))
  const of = <T>(make: () => T) => Object.fromEntries(entries.map(({ movement }) => [movement, make()]))
  const ticks = { ticks: of(() => days), how: of(() => each('easy' as const)) }
  const said = of(() => each({ effort: 1, pain: 0, sharp: false }))
  return homeNotes(person.id, { entries }, { ...ticks, said }, catalogue)
}

/** Nothing but that they were there: what was noted of today says nothing, and nothing was noted before. */
const silent = (today: readonly DatedOutcome[]) =>
  today.map((outcome): DatedOutcome => ({
    ...outcome,
    ...{
      done: 'noted',
      achieved: null,
      effort: null,
      feel: null,
      form: null,
      pain: null,
      painKind: null,
      support: null,
    },
  }))
const isUp = ({ kind, turn, toLevel, fromLevel }: Step) => kind === 'step-up' && (turn !== null || toLevel > fromLevel)
const eases = ({ kind }: Step) => kind === 'ease' || kind === 'ease-now'

const seen = { meetings: 0, home: 0, bySelf: 0, classUp: 0, bothUp: 0, easedInClass: 0, easeTurnedUp: 0 }
beforeAll(() => {
  judged({
    ...{ school: 'dwell', noting: PATCHY, judge: 'belief', catalogue, people: PEOPLE, seed: 11 },
    watch: (meetingId, reflected) => {
      const today = reflected.outcomes.filter((outcome) => outcome.meetingId === meetingId)
      const atHome = glowing(reflected, today)
      seen.meetings += 1
      seen.home += atHome.length
      const alone = reflectOn(meetingId, { ...reflected, outcomes: silent(today), atHome }, catalogue)
      seen.bySelf += alone.filter(isUp).length
      const without = reflectOn(meetingId, reflected, catalogue)
      const withHome = reflectOn(meetingId, { ...reflected, atHome }, catalogue)
      seen.classUp += without.filter(isUp).length
      seen.bothUp += withHome.filter(isUp).length
      for (const step of without.filter(eases)) {
        seen.easedInClass += 1
        const same = withHome.find(({ movement, tier }) => movement === step.movement && tier === step.tier)
        if (same && isUp(same)) seen.easeTurnedUp += 1
      }
    },
  })
}, 300_000)

describe('what glows at home', () => {
  it('was looked at', () => {
    expect(seen.meetings).toBeGreaterThan(300)
    // Some 10,000: a table of what notes are worth is of whoever needed it first, so that it differs a little by what
    // ran before.
    expect(seen.home).toBeGreaterThan(9_000)
    expect(seen.classUp).toBeGreaterThan(100)
    expect(seen.easedInClass).toBeGreaterThan(50)
  })
  it('steps nobody up by itself', () => {
    expect(seen.bySelf).toBe(0)
  })
  it('turns no ease of the class into a step', () => {
    expect(seen.easeTurnedUp).toBe(0)
  })
  it('is of low weight beside what the class has noted', () => {
    expect(seen.bothUp).toBeLessThan(1.5 * seen.classUp)
  })
})
