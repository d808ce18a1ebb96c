import { describe, expect, it } from 'vitest'
import { storedMeasure } from '../../tests/measures'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { entryOf } from '../entries'
import { changesOf } from './changes'
import { moverOf } from './mover'
import type { PersonConsideration } from './person'
import { hasEnded, inForce } from './inForce'
import { USUAL_ARRIVAL } from './person'
import { todayOf } from './today'
import { judge } from './verdict'

const catalogue = shippedCatalogue()
const hip: PersonConsideration = { consideration: 'hip-replacement-back', side: 'both', clearedBy: 'Dr Example' }
/** A rung that bends the hip deeply, and one that turns it in. */
const deep = entryOf(catalogue.variations, 'knee-hug.bed.2')
const inward = entryOf(catalogue.variations, 'inward-turn-lift.chair.3')
const closed = (own: PersonConsideration, rung: typeof deep) =>
  judge(rung, 'both', { person: personIn(rung.tier, { considerations: [own] }) }, catalogue)

describe('a clearance', () => {
  it('opens everything where it does not say what, as all did before', () => {
    expect([closed(hip, deep).blocks, closed(hip, inward).blocks]).toEqual([[], []])
  })
  it('opens what it names, watched, and nothing else', () => {
    const own: PersonConsideration = { ...hip, opens: ['deep-hip-bend'] }
    expect(closed(own, deep)).toMatchObject({ blocks: [], watch: [expect.stringContaining('cleared by Dr Example')] })
    expect(closed(own, inward).blocks).toMatchObject([{ tag: 'hip-inward-turn-end', clearedBy: '' }])
  })
  it('to exercise opens no position, but breath only is over', () => {
    const operated: PersonConsideration = {
      consideration: 'surgery-last-12-weeks',
      side: 'both',
      clearedBy: 'Dr Example',
      opens: [],
    }
    const person = personIn('chair', { considerations: [operated] })
    expect(todayOf(person, catalogue, USUAL_ARRIVAL, { daysAway: 7 }).breathOnly).toBe(false)
    expect(closed({ ...hip, opens: [] }, deep).blocks).not.toEqual([])
  })
  it('opens a posture on the way there only where it names it', () => {
    const knee: PersonConsideration = { consideration: 'cannot-kneel', side: 'both', clearedBy: 'Dr Example' }
    const avoids = (own: PersonConsideration) =>
      moverOf(personIn('floor', { considerations: [own] }), catalogue).avoid.has('kneeling')
    expect([avoids(knee), avoids({ ...knee, opens: [] }), avoids({ ...knee, opens: ['kneeling'] })]).toEqual([
      false,
      true,
      false,
    ])
  })
  it('ends on its last day', () => {
    const own = { ...hip, since: null, until: null, clearedUntil: '2026-11-30' }
    expect(inForce([own], '2026-11-30')[0]!.clearedBy).toBe('Dr Example')
    expect(inForce([own], '2026-12-01')[0]!.clearedBy).toBe('')
  })
  it('is said with what it opens, what stays closed, and until when', () => {
    const row = entryOf(catalogue.considerations, 'hip-replacement-back')
    const said = changesOf(row, 'left', { ...hip, opens: ['deep-hip-bend'], clearedUntil: '2027-03-01' })
    expect(said[0]).toBe('Cleared by Dr Example until 2027-03-01, so only watched on the left: deep hip bend.')
    expect(said[1]).toBe('Not offered on the left: hip cross midline, hip inward turn to its end.')
  })
})

describe('a fall', () => {
  const fallen = entryOf(catalogue.considerations, 'fallen-last-12-months')
  const since = '2026-08-03'
  const held = (seconds: number, takenAt: string) => storedMeasure('tandem', seconds, { takenAt })
  it('ends when heel to toe is held again for 10 s, and not by a date', () => {
    expect(hasEnded(fallen, { since }, [])).toBe(false)
    expect(hasEnded(fallen, { since }, [held(9, '2026-09-01T10:00:00Z')])).toBe(false)
    expect(hasEnded(fallen, { since }, [held(10, '2026-07-01T10:00:00Z')])).toBe(false)
    expect(hasEnded(fallen, { since }, [held(10, '2026-09-01T10:00:00Z')])).toBe(true)
  })
})
