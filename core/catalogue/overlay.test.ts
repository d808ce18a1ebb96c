import { describe, expect, it } from 'vitest'
import { parse } from 'yaml'
import { shippedData } from '../../tests/shippedCatalogue'
import { CatalogueError, problemWords, linkCatalogue } from './catalogue'
import { checkMovement, overlaid, readMovement, writeMovement } from './overlay'
import { indexOf } from './summary'

const data = shippedData()
const bridge = data.movements.find((movement) => movement.id === 'bridge')!
const problems = (work: () => unknown): string => {
  try {
    work()
    return ''
  } catch (error) {
    if (!(error instanceof CatalogueError)) throw error
    return error.problems.map(problemWords).join('\n')
  }
}

describe('a practice’s own movements', () => {
  it('stand in the place of shipped ones, or are added', () => {
    const changed = overlaid(data, [
      { ...bridge, name: 'Our bridge' },
      { ...bridge, id: 'garden-bridge', number: 68 },
    ])
    expect(changed.movements).toHaveLength(68)
    expect(linkCatalogue(indexOf(changed)).movements.get('bridge')!.name).toBe('Our bridge')
    expect(linkCatalogue(indexOf(changed)).variations.has('garden-bridge.bed.1')).toBe(true)
    expect(data.movements.find((movement) => movement.id === 'bridge')!.name).toBe('Bridge')
  })
  it('are written as YAML that reads in again as the same: every shipped one', () => {
    for (const movement of data.movements)
      expect(readMovement(writeMovement(movement), movement.id, data)).toEqual(movement)
  })
  it('are refused with path and reason when they contradict themselves', () => {
    const entry = parse(writeMovement(bridge))
    expect(problems(() => checkMovement({ ...entry, intent: '' }, 'bridge', data))).toMatch(/bridge: intent:/)
    expect(
      problems(() =>
        checkMovement({ ...entry, tiers: { ...entry.tiers, bed: { standIn: 'cartwheel' } } }, 'bridge', data),
      ),
    ).toContain('unknown stand-in "cartwheel"')
    expect(problems(() => readMovement('id: [', 'mine', data))).toMatch(/^mine: /)
  })
  it.each([
    [
      'keys',
      '{' + Array.from({ length: 8002 }, (_, at) => `a${at}`).join(',') + '}',
      /8001 keys and lines, 8000 at most/,
    ],
    ['brackets', '['.repeat(1201), /1201 brackets, 1200 at most/],
    [
      'references to references',
      ['a: &a [x, x, x, x, x, x, x, x, x]']
        .concat(
          ['b', 'c', 'd', 'e', 'f'].map(
            (key, at) => `${key}: &${key} [${Array(9).fill(`*${'abcde'[at]}`).join(', ')}]`,
          ),
        )
        .join('\n'),
      /references/,
    ],
  ])('are refused where a text has too many %s', (_, text, why) => {
    expect(problems(() => readMovement(text, 'mine', data))).toMatch(why)
  })
})
