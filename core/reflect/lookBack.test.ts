import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { blockFor } from '../plan/edits'
import { emptyPlan } from '../plan/plan'
import { circleBack } from './circleBack'
import { doseOf, personBack, type Attended } from './lookBack'
import { apartWords } from './sidesApart'
import type { DatedOutcome } from './datedOutcome'

const catalogue = shippedCatalogue()
const [ANN, BEA] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222']
const day = (week: number) => new Date(Date.UTC(2026, 8, 1 + 7 * week)).toISOString().slice(0, 10)
const block = {
  ...blockFor(catalogue.movements.get('ankle-on-knee')!, 'dwell', 'b1', catalogue),
  dose: { kind: 'hold' as const, seconds: 30 },
  rounds: 2,
}
const plan = { ...emptyPlan('A week', 45, 'dwell'), blocks: [block] }
const attended = (came: boolean[], pain: (number | null)[] = []): Attended[] =>
  came.map((one, week) => ({ meetingId: `m${week}`, date: day(week), came: one, pain: pain[week] ?? null, plan }))
const held = (
  week: number,
  side: 'left' | 'right',
  achieved: number,
  change: Partial<DatedOutcome> = {},
): DatedOutcome => ({
  id: crypto.randomUUID(),
  at: week,
  blockId: 'b1',
  participant: ANN,
  movement: 'ankle-on-knee',
  tier: 'chair',
  side,
  variation: null,
  level: 2,
  dials: {},
  own: null,
  done: achieved >= 30 ? 'done' : 'partly',
  target: 30,
  achieved,
  unit: 's',
  effort: 3,
  pain: null,
  painKind: null,
  form: 'clean',
  cheat: '',
  painWhere: '',
  support: null,
  why: null,
  isGroup: false,
  feel: null,
  evenness: null,
  takesBack: null,
  device: '',
  note: '',
  clears: [],
  meetingId: `m${week}`,
  date: day(week),
  arrivalPain: null,
  ...change,
})
const falling = [30, 27, 24, 20, 15, 10].flatMap((seconds, week) => [
  held(week, 'left', seconds),
  held(week, 'right', 30),
])

describe('looking back on a person', () => {
  const back = personBack(attended([true, true, false, true, true, true], [2, 1, null, 1, 0, 0]), falling, 6, catalogue)
  it('counts what they came to, and pain on arrival', () => {
    expect([back.came, back.of]).toEqual([5, 6])
    expect(back.pain.map((one) => one.arrival)).toEqual([2, 1, 1, 0, 0])
  })
  it('tells a fall of the weaker side, and how far the sides are apart', () => {
    expect(back.movements[0]).toMatchObject({ movement: 'ankle-on-knee', unit: 's', trend: { word: 'falling' } })
    // Left: 1 + mean of 30, 27, 24, 20, 15, 10 over 30 = 1.7; right 2.
    expect(back.movements[0]!.sides).toMatchObject({ weaker: 'left', percent: 85, trend: { word: 'falling' } })
    expect(back.movements[0]!.sides!.points.map((point) => point.value)).toEqual([100, 95, 90, 83, 75, 67])
    expect(apartWords(back.movements[0]!.sides!)).toBe('the left side reaches 85 % of the right and falls behind')
    expect(back.movements[0]!.amounts.map((one) => one.side)).toEqual(['left', 'right'])
  })
  it('does not take a step up for a fall: level and share count together', () => {
    const stepped = [2, 2, 2, 3, 3, 3].map((level, week) =>
      held(week, 'left', week < 3 ? 30 : 30 - 2 * week, { level, side: 'both' }),
    )
    expect(personBack(attended([true]), stepped, 6, catalogue).movements[0]!.trend?.word).toBe('level')
  })
  it('counts time on tissue of the weaker side: 2 rounds of 30 s in full are 60 s a side', () => {
    const full = [held(0, 'left', 30), held(0, 'right', 30)]
    const weight = Object.values(catalogue.movements.get('ankle-on-knee')!.regions)
    expect(doseOf(attended([true]), full, 1, catalogue)[0]!.secondsAWeek).toBe(Math.round(60 * Math.max(...weight)))
    expect(doseOf(attended([true]), [held(0, 'left', 15), held(0, 'right', 30)], 1, catalogue)[0]!.secondsAWeek).toBe(
      Math.round(30 * Math.max(...weight)),
    )
    expect(
      doseOf(attended([true]), [held(0, 'left', 0, { achieved: null, done: 'not-done' })], 1, catalogue)[0]!
        .secondsAWeek,
    ).toBe(0)
  })
})

describe('looking back on a circle', () => {
  const people = new Map([
    [ANN, attended([true, true, true, true, true, true])],
    [BEA, attended([true, true, true, false, false, false])],
  ])
  const eased = {
    participant: ANN,
    movement: 'ankle-on-knee',
    tier: 'chair' as const,
    date: day(5),
    fromLevel: 2,
    toLevel: 1,
    way: 'eased' as const,
    because: '',
  }
  it('finds who slips quietly, unless somebody eased it', () => {
    expect(
      circleBack({ attended: people, outcomes: falling, acted: [] }, 'dwell', 6, catalogue).slipping,
    ).toMatchObject([{ participant: ANN, movement: 'ankle-on-knee', first: 100, last: 33 }])
    expect(circleBack({ attended: people, outcomes: falling, acted: [eased] }, 'dwell', 6, catalogue).slipping).toEqual(
      [],
    )
  })
  it('finds who misses meetings, and for how long now', () => {
    expect(circleBack({ attended: people, outcomes: [], acted: [] }, 'dwell', 6, catalogue).missing).toEqual([
      { participant: BEA, came: 3, of: 6, inARow: 3 },
    ])
  })
  it('counts steps of level and of dials, the most first', () => {
    const acted = [
      { ...eased, fromLevel: 1, toLevel: 2, way: 'up' as const },
      { ...eased, participant: BEA, toLevel: 2, way: 'up' as const },
      { ...eased, participant: BEA, movement: 'bridge', fromLevel: 2, toLevel: 3, way: 'up' as const },
      { ...eased, movement: 'side-bend', toLevel: 2 },
    ]
    expect(circleBack({ attended: people, outcomes: [], acted: acted }, 'dwell', 6, catalogue).rising).toEqual([
      { participant: BEA, steps: 2, movements: ['ankle-on-knee', 'bridge'] },
      { participant: ANN, steps: 1, movements: ['ankle-on-knee'] },
    ])
  })
  it('holds the dose against the school’s weekly aim', () => {
    expect(circleBack({ attended: people, outcomes: falling, acted: [] }, 'dwell', 6, catalogue).dose[0]!.aim).toBe(180)
    expect(
      circleBack({ attended: people, outcomes: falling, acted: [] }, 'measured-load', 6, catalogue).dose[0]!.aim,
    ).toBeNull()
  })
})
