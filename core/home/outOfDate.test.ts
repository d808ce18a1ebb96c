import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Person } from '../offer/person'
import { judge } from '../offer/verdict'
import { proposeHome } from '../reflect/homePractice'
import { closedNow, outOfDate, outOfDateWords } from './outOfDate'

const catalogue = shippedCatalogue()
const TODAY = '2026-11-28'
const level = (movement: string, rung: number) => ({
  ...{ movement, tier: 'chair' as const, side: 'both' as const, level: rung },
})
const levels = [level('bridge', 3), level('side-bend', 3), level('sit-to-stand', 3), level('upper-back-turn', 3)]
const cora = personIn('chair', { levels })
const entries = proposeHome(cora, { school: 'dwell', recent: [], homeProps: {} }, catalogue).slice(0, 4)
const why = (person: Person, madeOn = '2026-11-20') =>
  outOfDate({ madeOn, entries }, { person, today: TODAY }, catalogue)

describe('what somebody has at home', () => {
  it('holds for four weeks where nothing has changed', () => {
    expect(entries.length).toBeGreaterThan(2)
    expect(why(cora)).toEqual([])
    expect(why(cora, '2026-10-31')).toEqual([])
    expect(why(cora, '2026-10-30')).toEqual([{ kind: 'old', goodUntil: '2026-11-27' }])
  })
  it('does not hold where a health fact closes one of its rungs, whichever it is', () => {
    let closings = 0
    for (const id of catalogue.considerations.keys()) {
      const consideration = { consideration: id, side: 'both' as const, clearedBy: '' }
      const person = personIn('chair', { levels, considerations: [consideration] })
      const closed = entries.filter(
        ({ variation }) => judge(catalogue.variations.get(variation)!, 'both', { person }, catalogue).blocks.length > 0,
      )
      const said = why(person).flatMap((reason) => (reason.kind === 'closed' ? [reason.movement] : []))
      expect(said, id).toEqual(closed.map(({ movement }) => movement))
      closings += closed.length
    }
    expect(closings).toBeGreaterThan(10)
  })
  it('does not hold where its tier is not open without help any more', () => {
    const person = personIn('chair', { levels, access: { bed: 'yes', chair: 'no', standing: 'no', floor: 'no' } })
    expect(closedNow(catalogue.variations.get(entries[0]!.variation)!, person, catalogue)).toContain('not open')
    expect(why(person)).toHaveLength(entries.length)
  })
  it('does not hold where it was eased in class to what it is at home', () => {
    const eased = personIn('chair', {
      levels: levels.map((one) => (one.movement === 'bridge' ? { ...one, level: 2 } : one)),
    })
    expect(why(eased)).toEqual([{ kind: 'eased', movement: 'bridge', atHome: 2, inClass: 2 }])
    expect(outOfDateWords(why(eased)[0]!, catalogue)).toBe('Bridge: level 2 in class by now, level 2 at home.')
  })
  it('does not hold where somebody fell since, and holds where that was before', () => {
    const fell = (on: string) =>
      personIn('chair', { levels, remembered: [{ key: 'k', kind: 'fall', on, movement: null, side: 'both' }] })
    expect(why(fell('2026-11-24'))).toEqual([{ kind: 'news', words: 'A fall on 24 November.' }])
    expect(why(fell('2026-11-10'))).toEqual([])
  })
})
