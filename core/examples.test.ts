import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { root } from '../bin/programs.mjs'
import { evaluated, examplesIn } from '../tests/examplesIn'
import { exampleScope } from '../tests/exampleScope'

const paths = Object.keys(import.meta.glob(['./**/*.ts', '!./**/*.test.ts', '!./contract/**']))
const scope = exampleScope()

/**
 * Holds a value against what an example says: of an object what it names, of numbers what half a percent is off at
 * most.
 */
function hold(value: unknown, expected: unknown): void {
  if (typeof expected === 'number')
    expect(Math.abs(Number(value) - expected)).toBeLessThanOrEqual(Math.abs(expected) / 200)
  else if (Array.isArray(expected)) {
    expect(value).toHaveLength(expected.length)
    expected.forEach((part, at) => hold([...(value as unknown[])][at], part))
  } else if (expected !== null && typeof expected === 'object')
    for (const [key, part] of Object.entries(expected)) hold((value as Record<string, unknown>)[key], part)
  else expect(value).toBe(expected)
}

describe.each(paths)('the examples in %s', (path) => {
  const { functions, examples } = examplesIn(path, readFileSync(join(root, 'core', path), 'utf8'))
  it('stand at every exported function', () => {
    expect(functions.filter((name) => !examples.some((example) => example.at === name))).toEqual([])
  })
  for (const { at, code, expected } of examples)
    it(`of ${at}: ${code.replaceAll('\n', ' ')}`, () => {
      const error = /^throws (.*)$/.exec(expected)?.[1]
      if (error) expect(() => evaluated(code, scope)).toThrow(String(evaluated(error, scope)))
      else hold(evaluated(code, scope), evaluated(expected, scope))
    })
})
