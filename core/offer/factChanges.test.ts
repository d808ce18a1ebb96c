import { describe, expect, it } from 'vitest'
import { factChanges, factChangeWords } from './factChanges'
import { ParticipantConsideration } from './participant'

const fact = (consideration: string, more: object = {}) => ParticipantConsideration.parse({ consideration, ...more })

describe('what changed of health facts', () => {
  it('is what was added, cleared, changed and taken away, and nothing where nothing was', () => {
    const before = [fact('a'), fact('b'), fact('c', { clearedBy: 'Dr X' }), fact('d'), fact('e', { side: 'left' })]
    const after = [
      fact('a'),
      fact('b', { clearedBy: 'Dr Y' }),
      fact('c'),
      fact('e', { side: 'left', note: 'worse' }),
      fact('f'),
    ]
    expect(
      factChanges(before, after).map(({ fact: { consideration }, became }) => `${consideration} ${became}`),
    ).toEqual(['f added', 'b cleared', 'c no longer cleared', 'e changed', 'd taken away'])
    expect(factChanges(before, before)).toEqual([])
  })
  it('is said with side and name', () => {
    const words = factChangeWords([fact('a', { side: 'left' })], [fact('b', { clearedBy: '' })], (id) =>
      id.toUpperCase(),
    )
    expect(words).toBe('B: added; A, left: taken away')
  })
})
