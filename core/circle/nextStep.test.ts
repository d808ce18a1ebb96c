import { describe, expect, it } from 'vitest'
import { nextStep, type MeetingAhead } from './nextStep'

const NOW = '2026-12-03T09:00:00Z'
const meeting = (startsAt: string, change: Partial<MeetingAhead> = {}): MeetingAhead => ({
  id: startsAt,
  startsAt,
  stage: 'prepare',
  blocks: 9,
  calledOff: false,
  ...change,
})
const date = (startsAt: string) => ({ seriesId: 's', on: startsAt.slice(0, 10), startsAt })
const TODAY = '2026-12-03T10:00:00Z'
const NEXT = '2026-12-10T10:00:00Z'
const LAST = '2026-11-26T10:00:00Z'
const next = (meetings: MeetingAhead[], dates = [date(NEXT)], people = 9, isLead = true) =>
  nextStep(
    { people, meetings, dates },
    { now: Date.parse(NOW), isToday: (startsAt) => startsAt.startsWith('2026-12-03'), isLead },
  )

describe('what comes next', () => {
  it.each<[string, MeetingAhead[], string, string | undefined]>([
    [
      'the class that runs, before everything',
      [meeting(LAST, { stage: 'reflect' }), meeting(TODAY, { stage: 'lead' })],
      'lead',
      TODAY,
    ],
    ['the class of today, before looking back', [meeting(LAST, { stage: 'reflect' }), meeting(TODAY)], 'gather', TODAY],
    ['looking back, before the next week', [meeting(LAST, { stage: 'reflect' }), meeting(NEXT)], 'reflect', LAST],
    [
      'of several to look back on, the last',
      [meeting(LAST, { stage: 'reflect' }), meeting('2026-11-19T10:00:00Z', { stage: 'reflect' })],
      'reflect',
      LAST,
    ],
    ['a plan, where one is made and empty', [meeting(NEXT, { blocks: 0 })], 'prepare', NEXT],
    ['nothing, where the next one is planned', [meeting(NEXT)], 'wait', NEXT],
    ['a plan for today, where there is none', [meeting(TODAY, { blocks: 0 })], 'prepare', TODAY],
  ])('%s', (_, meetings, does, id) => {
    expect(next(meetings, [])).toMatchObject({ does, meeting: { id } })
  })
  it('is the next date, like the last class that was led', () => {
    const step = next([meeting(LAST, { stage: 'settled' }), meeting('2026-11-19T10:00:00Z', { stage: 'settled' })])
    expect(step).toMatchObject({ does: 'make', date: { startsAt: NEXT }, like: { id: LAST } })
    expect(next([])).toMatchObject({ does: 'make', like: null })
  })
  it('is the date that comes before a meeting that is planned further ahead', () => {
    expect(next([meeting('2026-12-17T10:00:00Z')])).toMatchObject({ does: 'make', date: { startsAt: NEXT } })
  })
  it('is nothing that was called off, and nothing that was missed long ago', () => {
    expect(next([meeting(TODAY, { calledOff: true })], [])).toEqual({ does: 'dates' })
    expect(next([meeting('2026-12-03T05:00:00Z')], [])).toEqual({ does: 'dates' })
    expect(next([meeting('2026-12-03T07:00:00Z')], [])).toMatchObject({ does: 'gather' })
  })
  it('is people, where nobody is in the circle, unless a class runs', () => {
    expect(next([], [date(NEXT)], 0)).toEqual({ does: 'people' })
    expect(next([meeting(TODAY, { stage: 'lead' })], [], 0)).toMatchObject({ does: 'lead' })
  })
  it('is no looking back for helpers', () => {
    expect(next([meeting(LAST, { stage: 'reflect' }), meeting(NEXT)], [], 9, false)).toMatchObject({ does: 'wait' })
  })
})
