import { describe, expect, it } from 'vitest'
import { readCatalogueFiles } from '../../server/catalogue/readCatalogueFiles'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { CatalogueError, problemWords } from './catalogue'
import { parseCatalogue } from './parseCatalogue'
import { SchoolId, TAGS, TIERS } from './words'

const files = readCatalogueFiles()
const BRIDGE = 'movements/24-bridge.yaml'

/** The problems that are said when one file is changed. */
function problemsWith(file: string, change: (text: string) => string): string[] {
  try {
    parseCatalogue({ ...files, [file]: change(files[file]!) })
    return []
  } catch (error) {
    if (!(error instanceof CatalogueError)) throw error
    return error.problems.map(problemWords)
  }
}

describe('the shipped catalogue', () => {
  const catalogue = shippedCatalogue()
  it('answers in every tier for every movement, with a ladder or a stand-in', () => {
    for (const movement of catalogue.movements.values()) {
      for (const tier of TIERS)
        expect(movement.ladders[tier] ?? movement.standIns[tier], `${movement.id} in ${tier}`).toBeDefined()
    }
  })
  it('has the ten movements of the thinnest class', () => {
    expect([...catalogue.movements.values()].map((movement) => movement.number)).toEqual(
      expect.arrayContaining([1, 2, 9, 10, 17, 22, 24, 32, 38, 40]),
    )
  })
  it('gives every movement a dose in every school', () => {
    for (const movement of catalogue.movements.values())
      expect(Object.keys(movement.doses).sort()).toEqual([...SchoolId.options].sort())
  })
  it('has a way to every posture that a variation starts in', () => {
    for (const variation of catalogue.variations.values())
      expect(catalogue.postures.has(variation.postureId), variation.id).toBe(true)
  })
  it('acts on tags that some variation or posture asks for', () => {
    const known = new Set<string>(TAGS)
    for (const row of catalogue.considerations.values())
      for (const rule of row.rules) expect(known.has(rule.tag), `${row.id}: ${rule.tag}`).toBe(true)
  })
})

describe('an entry that cannot be used is refused with file, path and reason', () => {
  const cases: [string, string, (text: string) => string, RegExp][] = [
    [
      'an unknown tag',
      BRIDGE,
      (text) => text.replace('demands: [', 'demands: [levitation, '),
      /24-bridge\.yaml: tiers\..*demands/,
    ],
    [
      'an unknown posture',
      BRIDGE,
      (text) => text.replace('posture: supine', 'posture: hammock'),
      /unknown posture "hammock"/,
    ],
    ['an unknown prop', BRIDGE, (text) => text.replace(/prop: \w+/, 'prop: trampoline'), /unknown prop "trampoline"/],
    [
      'a ladder whose levels do not rise',
      BRIDGE,
      (text) => text.replace('level: 2', 'level: 1'),
      /rise from rung to rung/,
    ],
    [
      'a level beyond five',
      BRIDGE,
      (text) => text.replace('level: 2', 'level: 6'),
      /24-bridge\.yaml: tiers\.\w+\.ladder\.\d\.level: A level is 5 at most/,
    ],
    [
      'a dial outside its bounds',
      BRIDGE,
      (text) => text.replace('dial: repetitions, from: 4, to: 12', 'dial: repetitions, from: 4, to: 120'),
      /the dial "repetitions" goes from 4 to 120/,
    ],
    [
      'a dial in a unit that is not its own',
      BRIDGE,
      (text) => text.replace('unit: s }', 'unit: stone }'),
      /no bounds in the unit "stone"/,
    ],
    [
      'a level-1 rung that nothing carries',
      'movements/01-paced-breath.yaml',
      (text) =>
        text.replace(
          /posture: at-wall(\s+)support: none\s+props: \[\{ prop: wall \}\]/,
          'posture: free$1support: none',
        ),
      /level 1 is carried by something/,
    ],
    ['a missing text', BRIDGE, (text) => text.replace(/^intent:.*$/m, ''), /24-bridge\.yaml: intent/],
    ['broken YAML', BRIDGE, (text) => `${text}\n  - {`, /24-bridge\.yaml/],
    [
      'a dose of no seconds',
      'movements/17-front-of-hip-opening.yaml',
      (text) => text.replace(/seconds: 30/, 'seconds: -3'),
      /1 s at least/,
    ],
    [
      'a move to a posture that is not there',
      'postures.yaml',
      (text) => text.replace('between: [bed/supine, bed/side]', 'between: [bed/supine, bed/moon]'),
      /bed\/moon/,
    ],
    ['a missing file', 'schools.yaml', () => 'nothing', /schools\.yaml/],
  ]
  it.each(cases)('%s', (_, file, change, expected) => {
    expect(problemsWith(file, change).join('\n')).toMatch(expected)
  })
  it('an unknown stand-in', () => {
    const file = Object.keys(files).find((name) => /standIn:/.test(files[name]!))!
    expect(problemsWith(file, (text) => text.replace(/standIn: [\w-]+/, 'standIn: cartwheel')).join('\n')).toContain(
      'unknown stand-in "cartwheel"',
    )
  })
})
