import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Side } from '../catalogue/words'
import { changeover } from '../time/changeover'
import { strongCue } from '../time/strongCue'
import { changesOf } from './changes'
import { moverOf } from './mover'
import type { Person } from './person'
import { strongLegOf } from './strongLeg'

const catalogue = shippedCatalogue()
const withFacts = (...facts: [consideration: string, side: Side][]) =>
  personIn('floor', {
    considerations: facts.map(([consideration, side]) => ({ consideration, side, clearedBy: '' })),
  })
/** What somebody is told on a way of their own. */
const toldTo = (person: Person) => (from: string, to: string) => {
  const mover = moverOf(person, catalogue)
  return strongCue(changeover(catalogue.graph, from, to, mover)?.moves ?? [], mover.strongLeg, catalogue.graph)
}

// Common clinical teaching, from memory: the stronger leg is in front on the way to a knee, and pushes up.
describe('the leg that leads on the way to the floor and up', () => {
  it('is the other one of a weak leg, and of several that are of one side', () => {
    expect(strongLegOf(withFacts(['stroke-weak-side', 'left']), catalogue)).toBe('right')
    expect(strongLegOf(withFacts(['stroke-weak-side', 'right'], ['foot-drop', 'right']), catalogue)).toBe('left')
  })
  it('is neither where both are weak, or none is', () => {
    expect(strongLegOf(withFacts(['hip-painful-groin', 'both']), catalogue)).toBeNull()
    expect(strongLegOf(withFacts(['stroke-weak-side', 'left'], ['hip-painful-back', 'right']), catalogue)).toBeNull()
    expect(strongLegOf(withFacts(['wrist-pain', 'left']), catalogue)).toBeNull()
    expect(strongLegOf(personIn('floor'), catalogue)).toBeNull()
  })
  it('is told on the way down by a knee and on the way up, each time by its side', () => {
    const told = toldTo(withFacts(['stroke-weak-side', 'left']))
    expect(told('floor/free', 'floor/quadruped')).toBe('the right foot stays in front')
    expect(told('floor/supine', 'floor/free')).toBe('the right foot comes forward, push through the right foot')
    expect(told('floor/supine', 'floor/side-sit')).toBe('')
    expect(told('chair/tall', 'chair/front-edge')).toBe('')
  })
  it('is told bottom first too, to whom kneeling is closed', () => {
    const told = toldTo(withFacts(['amputation', 'right']))
    expect(told('floor/free', 'floor/supine')).toBe('most of the weight on the left foot')
    expect(told('floor/supine', 'floor/free')).toBe('push through the left foot')
  })
  it('is said of each fact that has one, where the fact is written down', () => {
    const rows = [...catalogue.considerations.values()].filter(({ weakLeg }) => weakLeg)
    expect(rows.length).toBeGreaterThan(5)
    for (const row of rows) {
      expect(row.sided, row.id).toBe(true)
      expect(changesOf(row, 'left', { clearedBy: '' })).toContain('Down to the floor and up, the right leg leads.')
    }
  })
})
