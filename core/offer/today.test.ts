import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { personIn } from '../../tests/people'
import { USUAL_ARRIVAL, type Arrival, type Person } from './person'
import { reasonWords } from './reason'
import { todayOf } from './today'

const catalogue = shippedCatalogue()
const today = (arrival: Partial<Arrival> = {}, person: Person = personIn('standing'), daysAway: number | null = 7) =>
  todayOf(person, catalogue, { ...USUAL_ARRIVAL, ...arrival }, { daysAway })

describe('how somebody is today', () => {
  // The amounts are this product's own, from common practice, no source.
  const easings: [string, Partial<Arrival>, number | null, number][] = [
    ['a usual day changes nothing', {}, 7, 0],
    ['pain 3 changes nothing', { pain: 3 }, 7, 0],
    ['pain 4 eases by one level', { pain: 4 }, 7, 1],
    ['pain 4 that is the usual pain changes nothing', { pain: 4, usualPain: 4 }, 7, 0],
    ['tired eases by one', { tired: true }, 7, 1],
    ['tired and sore ease by two', { tired: true, sore: true }, 7, 2],
    ['tired, sore and in pain ease by two at most', { tired: true, sore: true, pain: 5 }, 7, 2],
    ['20 days away change nothing', {}, 20, 0],
    ['21 days away ease by one', {}, 21, 1],
    ['55 days away ease by one', {}, 55, 1],
  ]
  it.each(easings)('%s', (_, arrival, daysAway, easierBy) => {
    expect(today(arrival, undefined, daysAway).easierBy).toBe(easierBy)
  })
  it('limits to level 2 from 56 days away, without easing on top', () => {
    expect(today({}, undefined, 56)).toMatchObject({ levelAtMost: 2, easierBy: 0 })
  })
  it('eases the second meeting after three weeks away as the first, and no third', () => {
    const back = (meetingsSince: number) =>
      todayOf(personIn('chair'), catalogue, USUAL_ARRIVAL, {
        ...{ daysAway: 7 },
        gap: { days: 30, endedDaysAgo: 7 * meetingsSince, meetingsSince },
      }).easierBy
    expect([back(1), back(2)]).toEqual([1, 0])
  })
  it('limits to level 2 after a long absence until screened, not only the first time', () => {
    const cap = (screenedDaysAgo: number | null) =>
      todayOf(personIn('chair'), catalogue, USUAL_ARRIVAL, {
        ...{ daysAway: 7, screenedDaysAgo },
        gap: { days: 60, endedDaysAgo: 21, meetingsSince: 3 },
      }).levelAtMost
    expect(cap(100)).toBe(2)
    expect(cap(10)).toBe(5)
  })
  it('limits whoever was never screened to level 2, at every meeting', () => {
    const cap = (daysAway: number | null) =>
      todayOf(personIn('chair'), catalogue, USUAL_ARRIVAL, { daysAway, screenedDaysAgo: null }).levelAtMost
    expect([cap(null), cap(7)]).toEqual([2, 2])
  })
  it('holds pain against what is usual, as it is written down of somebody', () => {
    const sore = (usualPain: number) => personIn('chair', { usualPain })
    expect(today({ pain: 5 }, sore(5)).easierBy).toBe(0)
    expect(today({ pain: 6 }, sore(5)).easierBy).toBe(1)
    expect(today({ pain: 7 }, sore(7)).takesPart).toBe(true)
    expect(today({ pain: 9 }, sore(7)).takesPart).toBe(false)
  })
  it('eases all of the day where it was sore for two days and nobody said where', () => {
    expect(today({ after: 'sore-days' }).easierBy).toBe(1)
    expect(today({ after: 'sore-days', afterWhere: ['neck'] }).easierBy).toBe(0)
    expect(today({ after: 'sore-a-day' }).easierBy).toBe(0)
  })
  it('keeps a fall in front of whoever leads until it was looked at', () => {
    const fallen = personIn('chair', {
      remembered: [{ key: 'fall m', kind: 'fall', on: '2026-11-21', movement: null, side: 'both' }],
    })
    expect(today({}, fallen).watch).toContain('A fall on 21 November.')
  })
  it('does not let anybody take part who is ill, has pain of 7 or a red flag', () => {
    expect(today({ ill: true }).takesPart).toBe(false)
    expect(today({ pain: 7 }).takesPart).toBe(false)
    expect(today({ pain: 6 }).takesPart).toBe(true)
    expect(
      today({}, personIn('chair', { considerations: [{ consideration: 'red-flag', side: 'both', clearedBy: '' }] }))
        .takesPart,
    ).toBe(false)
  })
  it('keeps somebody at breath until what needs a clearance is cleared', () => {
    const operated = (clearedBy: string) =>
      personIn('chair', { considerations: [{ consideration: 'surgery-last-12-weeks', side: 'both', clearedBy }] })
    expect(today({}, operated('')).breathOnly).toBe(true)
    expect(today({}, operated('Dr Example')).breathOnly).toBe(false)
  })
  it('works dizzy people in the chair or the bed, never standing or on the floor', () => {
    expect(today({ dizzy: true }, personIn('floor')).tier).toBe('chair')
    expect(today({ dizzy: true }, personIn('bed')).tier).toBe('bed')
    expect(
      today(
        { dizzy: true },
        personIn('standing', { access: { bed: 'yes', chair: 'no', standing: 'yes', floor: 'no' } }),
      ).tier,
    ).toBe('bed')
  })
  it('says the reasons in words', () => {
    expect(today({ dizzy: true, tired: true }).reasons.map(reasonWords).join(' ')).toMatch(/Dizzy today.*chair/)
  })
})

describe('the tier for today', () => {
  it('is another where no safe way leads into the home tier: who cannot get up from the floor', () => {
    const kneeling = personIn('floor', {
      considerations: [{ consideration: 'cannot-get-up-from-floor', side: 'both', clearedBy: '' }],
    })
    expect(today({}, kneeling)).toMatchObject({
      tier: 'standing',
      reasons: [{ kind: 'other-tier', why: 'no-way', home: 'floor', tier: 'standing' }],
    })
    expect(
      today(
        {},
        personIn('floor', {
          considerations: [{ consideration: 'cannot-get-up-from-floor', side: 'both', clearedBy: 'Dr Example' }],
        }),
      ).tier,
    ).toBe('floor')
  })
})
