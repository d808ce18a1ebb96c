import { describe, expect, it } from 'vitest'
import { isSameWallDay, momentTyped, typedLater, wallWords } from './wall'

// Offsets of zones by the IANA time zone database, as the runtime ships it.
describe('the clock on the wall of a place', () => {
  it.each([
    ['2026-07-10T14:30:00Z', 'Europe/Oslo', '16:30'],
    ['2026-12-04T15:30:00Z', 'Europe/Oslo', '16:30'],
    ['2026-12-04T15:30:00Z', 'America/St_Johns', '12:00'],
    ['2026-12-04T15:30:00Z', 'Pacific/Auckland', '04:30'],
  ])('shows %s in %s as %s', (at, zone, time) => {
    expect(wallWords(at, zone, 'HH:mm')).toBe(time)
  })
  it('is the device’s own where the place did not say', () => {
    const at = new Date(2026, 10, 5, 9, 15)
    expect(wallWords(at, null, 'd MMM HH:mm')).toBe('5 Nov 09:15')
    expect(momentTyped('2026-11-05T09:15', null)).toBe(at.toISOString())
  })
  it('gives back the moment of what was typed, through summer and winter', () => {
    for (const zone of ['Europe/Oslo', 'America/St_Johns', 'Pacific/Auckland'])
      for (const at of ['2026-07-10T14:30:00Z', '2026-12-04T15:30:00Z'])
        expect(momentTyped(wallWords(at, zone, "yyyy-MM-dd'T'HH:mm"), zone)).toBe(at)
    expect(momentTyped('', 'Europe/Oslo')).toBeNull()
  })
  it('stays through a change from summer time', () => {
    expect(typedLater('2026-10-22T08:00:00Z', 7, 'Europe/Oslo')).toBe('2026-10-29T10:00')
    expect(momentTyped(typedLater('2026-10-22T08:00:00Z', 7, 'Europe/Oslo'), 'Europe/Oslo')).toBe(
      '2026-10-29T09:00:00Z',
    )
  })
  it('begins its day when it is midnight there', () => {
    expect(isSameWallDay('2026-10-22T21:00:00Z', '2026-10-22T23:30:00Z', 'Europe/Oslo')).toBe(false)
    expect(isSameWallDay('2026-10-22T21:00:00Z', '2026-10-22T23:30:00Z', 'UTC')).toBe(true)
  })
})
