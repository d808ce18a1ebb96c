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
  it('is a note a day of what is still known, worth as little as one of a whole group', () => {
    expect(ticked).toHaveLength(days.length)
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
