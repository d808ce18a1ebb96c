import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { WELL } from '../../tests/questions'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { offersFor } from '../offer/offerFor'
import { USUAL_ARRIVAL, type Person } from '../offer/person'
import { reasonWords } from '../offer/reason'
import { todayOf } from '../offer/today'
import { startFor } from '../offer/placeFirst'
import { believedToday } from './believedToday'
import { believedOf } from './capacities'
import type { DatedOutcome } from './datedOutcome'

const catalogue = shippedCatalogue()
const HIPS = ['ankle-on-knee', 'front-of-hip-opening', 'side-bend', 'upper-back-turn', 'calf-and-shin']
const levels = (level: number) =>
  HIPS.map((movement) => ({ movement, tier: 'chair' as const, side: 'both' as const, level }))
const ann = (level = 3, change: Partial<Person> = {}) =>
  personIn('chair', { id: 'ann', levels: levels(level), ...change })
/** Half a dozen weekly meetings on these ladders, all noted alike. */
const noted = (level: number, change: Partial<DatedOutcome>): DatedOutcome[] =>
  [1, 8, 15, 22, 29].flatMap(
    (day) =>
      HIPS.map((movement) => ({
        ...WELL,
        ...{
          id: `${day} ${movement}`,
          movement,
          tier: 'chair' as const,
          side: 'both' as const,
          level,
          blockId: movement,
        },
        ...{ meetingId: `m${day}`, date: `2026-09-${String(day).padStart(2, '0')}`, participant: 'ann' },
        ...change,
      })) as DatedOutcome[],
  )
const easy = { done: 'done', effort: 1, form: 'clean', achieved: 30, target: 30 } as const
const hard = { done: 'partly', effort: 9, form: 'slipped', achieved: 10, target: 30 } as const
const on = (person: Person, outcomes: DatedOutcome[], day: string, isBack = false) => ({
  ...person,
  believed: believedToday(person, believedOf(outcomes, catalogue), { on: day, isBack }, catalogue),
})
const offer = (person: Person, movement: string, daysAway = 7) => {
  const today = todayOf(person, catalogue, USUAL_ARRIVAL, { daysAway, screenedDaysAgo: 90 })
  const block = { movement: catalogue.movements.get(movement)!, ...catalogue.movements.get(movement)!.doses.dwell }
  return offersFor(block, { person, today, catalogue, arrival: USUAL_ARRIVAL })[0]!
}
const FIRST = 'arms-overhead'

describe('a first level', () => {
  it('is the usual one where nothing is believed', () => {
    expect(
      believedToday(ann(), believedOf([], catalogue), { on: '2026-10-01', isBack: false }, catalogue).starts,
    ).toEqual([])
  })
  it('is one higher where the other movements go easily, and says so; never where balance is at stake', () => {
    const person = on(ann(), noted(3, easy), '2026-10-06')
    const raised = person.believed.starts.filter((start) => start.level === 3)
    expect(raised.length).toBeGreaterThan(5)
    expect(Math.max(...person.believed.starts.map((start) => start.level))).toBe(3)
    for (const { movement } of raised) expect(catalogue.movements.get(movement)!.quality).not.toBe('balance')
    const first = raised[0]!.movement
    const words = offer(person, first).reasons.map(reasonWords).join(' ')
    expect(words).toMatch(
      /First time: starts at level 3, within reach \w+ times of ten by what the other movements show/,
    )
  })
  it('is lower where they are hard, and never above what a health fact holds down', () => {
    const low = on(ann(), noted(3, hard), '2026-10-06')
    expect(low.believed.starts.length).toBeGreaterThan(5)
    expect(low.believed.starts.every((start) => start.level === 1)).toBe(true)
    const raised = on(ann(), noted(3, easy), '2026-10-06').believed.starts.find((start) => start.level === 3)!
    const movement = catalogue.movements.get(raised.movement)!
    const having = (consideration: string) =>
      ann(3, { considerations: [{ consideration, side: 'both', clearedBy: '' }] })
    const fact = [...catalogue.considerations.keys()].find(
      (id) => startFor(movement, 'chair', { person: having(id) }, catalogue).isHeld,
    )!
    const held = on(having(fact), noted(3, easy), '2026-10-06').believed.starts
    expect(held.filter((start) => start.movement === movement.id && start.level > 1)).toEqual([])
  })
})

describe('coming back after weeks away', () => {
  it('is as before where the level is far within reach, and easier where it was at the edge, and says which', () => {
    const sure = on(ann(2), noted(2, easy), '2026-11-03', true)
    expect(offer(sure, 'ankle-on-knee', 35)).toMatchObject({ wantedLevel: 2 })
    expect(offer(sure, 'ankle-on-knee', 35).reasons.map(reasonWords).join(' ')).toContain('so as before')
    const edge = on(ann(3), noted(3, { ...hard, effort: 8, achieved: 24 }), '2026-11-03', true)
    const eased = offer(edge, 'ankle-on-knee', 35)
    expect(eased.wantedLevel).toBeLessThan(3)
    expect(eased.reasons.map(reasonWords).join(' ')).toMatch(/Back after weeks away: .* levels? easier here/)
  })
  it('is easier by a level where nothing was noted of a movement, and of everything without notes', () => {
    const sure = on(
      ann(2, { levels: [...levels(2), { movement: FIRST, tier: 'chair', side: 'both', level: 2 }] }),
      noted(2, easy),
      '2026-11-03',
      true,
    )
    expect(offer(sure, FIRST, 35)).toMatchObject({ wantedLevel: 1 })
    expect(offer(ann(2), 'ankle-on-knee', 35)).toMatchObject({ wantedLevel: 1 })
  })
  it('never goes above the limit of weeks without a screening', () => {
    const sure = on(ann(4), noted(4, easy), '2026-12-24', true)
    const today = todayOf(sure, catalogue, USUAL_ARRIVAL, { daysAway: 80, screenedDaysAgo: 300 })
    expect(today.levelAtMost).toBe(2)
  })
})
