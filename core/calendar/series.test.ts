import { describe, expect, it } from 'vitest'
import { datesOf, SeriesRule, wallOf } from './series'

const thursdays = SeriesRule.parse({ firstOn: '2026-10-15', time: '10:00', zone: 'Europe/Oslo', everyWeeks: 1 })
const ME = '11111111-1111-4111-8111-111111111111'

describe('a series of meetings', () => {
  it('stays at ten on the wall over the end of summer time (25 October 2026 in Europe, common knowledge)', () => {
    expect(datesOf(thursdays, '2026-10-19', '2026-11-01', []).map((date) => date.startsAt)).toEqual([
      '2026-10-22T08:00:00Z',
      '2026-10-29T09:00:00Z',
    ])
  })
  it('does so in a zone with other rules: New York falls back on 1 November 2026', () => {
    const rule = { ...thursdays, zone: 'America/New_York' }
    expect(datesOf(rule, '2026-10-19', '2026-11-08', []).map((date) => date.startsAt)).toEqual([
      '2026-10-22T14:00:00Z',
      '2026-10-29T14:00:00Z',
      '2026-11-05T15:00:00Z',
    ])
  })
  it('comes every second week from its first day, and ends', () => {
    const rule = { ...thursdays, everyWeeks: 2, until: '2026-11-12' }
    expect(datesOf(rule, '2026-10-01', '2027-01-01', []).map((date) => date.on)).toEqual([
      '2026-10-15',
      '2026-10-29',
      '2026-11-12',
    ])
  })
  it('is not held on holidays, unless somebody says so, nor where it is called off', () => {
    const rule = {
      ...thursdays,
      exceptions: {
        '2026-12-31': { calledOff: false, held: true, ledBy: ME },
        '2026-12-17': { calledOff: true, held: false, ledBy: null },
      },
    }
    const dates = datesOf(rule, '2026-12-14', '2026-12-31', [
      { name: 'Winter break', firstOn: '2026-12-21', lastOn: '2027-01-03' },
    ])
    expect(dates.map(({ on, state, why, ledBy }) => [on, state, why, ledBy])).toEqual([
      ['2026-12-17', 'called-off', '', null],
      ['2026-12-24', 'holiday', 'Winter break', null],
      ['2026-12-31', 'open', '', ME],
    ])
  })
  it('refuses a zone and a time that there are not, each at its place', () => {
    const fields = SeriesRule.safeParse({ ...thursdays, zone: 'Europe/Atlantis', time: '25:00' }).error!.issues.map(
      (issue) => issue.path.join('.'),
    )
    expect(fields.sort()).toEqual(['time', 'zone'])
  })
  it('tells what a moment is on the wall', () => {
    expect(wallOf('2026-10-29T09:00:00Z', 'Europe/Oslo')).toEqual({ on: '2026-10-29', time: '10:00' })
  })
})
