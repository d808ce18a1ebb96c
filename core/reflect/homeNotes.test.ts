import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { homeNotes } from './homeNotes'
import type { HomeTicks, HowAtHome } from './homePractice'
import { reflectOn } from './reflectOn'
import { chanceOf } from './belief'
import { believedOf } from './capacities'
import type { DatedOutcome } from './datedOutcome'

const catalogue = shippedCatalogue()
const entry = { movement: 'bridge', variation: 'bridge.chair.2' }
const days = Array.from({ length: 20 }, (_, at) => new Date(Date.UTC(2026, 8, 1 + at)).toISOString().slice(0, 10))
const ticked = homeNotes('ann', { entries: [entry] }, { ticks: { bridge: days, unicorn: days }, how: {} }, catalogue)
const inClass = (date: string): DatedOutcome => ({ ...ticked[0]!, id: date, isGroup: false, meetingId: date, date })

describe('what was ticked at home', () => {
  it('is a note a week of what is still known, worth as little as one of a whole group', () => {
    // 1 September is a Tuesday: the twenty days lie in three weeks.
    expect(ticked.map(({ date }) => date)).toEqual(['2026-09-06', '2026-09-13', '2026-09-20'])
    expect(ticked.every((note) => note.isGroup && note.level === 2)).toBe(true)
  })
  it('says how it was: easy moves it up, hard and what hurt move it down, and a tick alone lies between', () => {
    const believedWith = (how: HowAtHome | null) => {
      const said: HomeTicks['how'] = how === null ? {} : { bridge: Object.fromEntries(days.map((day) => [day, how])) }
      const notes = homeNotes('ann', { entries: [entry] }, { ticks: { bridge: days }, how: said }, catalogue)
      return chanceOf(believedOf([...notes, inClass('2026-09-22')], catalogue).ladders.get('bridge chair')!.both!, 3)
    }
    expect(believedWith('easy')).toBeGreaterThan(believedWith(null))
    expect(believedWith('hard')).toBeLessThan(believedWith(null))
    expect(believedWith('hurt')).toBeLessThan(believedWith(null))
  })
  it('has of a week its hardest day and its worst pain', () => {
    const days = ['2026-09-07', '2026-09-08', '2026-09-09']
    const weekOf = (how: Partial<Record<string, HowAtHome>>, said: object = {}) =>
      homeNotes(
        'ann',
        { entries: [entry] },
        { ticks: { bridge: days }, how: { bridge: how as never }, said: { bridge: said as never } },
        catalogue,
      )
    expect(weekOf({ [days[0]!]: 'easy', [days[1]!]: 'easy' })).toMatchObject([{ feel: null, pain: null }])
    expect(weekOf(Object.fromEntries(days.map((day) => [day, 'easy' as const])))).toMatchObject([{ feel: 'easy' }])
    expect(weekOf({ [days[0]!]: 'easy', [days[1]!]: 'hard' })).toMatchObject([{ feel: 'hard' }])
    const numbers = {
      [days[0]!]: { effort: 3, pain: null, sharp: false },
      [days[2]!]: { effort: 6, pain: 4, sharp: true },
    }
    expect(weekOf({}, numbers)).toMatchObject([{ effort: 6, pain: 4, painKind: 'sharp', feel: null }])
  })
  it('moves a little what is believed, and decides nothing by itself', () => {
    const [before, after] = [[inClass('2026-09-22')], [...ticked, inClass('2026-09-22')]].map(
      (notes) => believedOf(notes, catalogue).ladders.get('bridge chair')!.both!,
    )
    expect(chanceOf(after!, 3)).toBeGreaterThan(chanceOf(before!, 3))
    const person = personIn('chair', { id: 'ann' })
    const blockIn = () => ({ school: 'dwell' as const, given: null })
    const decided = reflectOn('2026-09-01', { person, outcomes: [], atHome: ticked, blockIn }, catalogue)
    expect(decided).toEqual([])
  })
})
