import { describe, expect, it } from 'vitest'
import { planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { planSchema, readPlan, writePlan } from './planJson'

const catalogue = shippedCatalogue()
const plan = planWith(['paced-breath', 'bridge'], { aim: catalogue.aims[0]! })

describe('a plan as a file', () => {
  it('reads in again as it was written', () => {
    expect(readPlan(writePlan(plan), catalogue)).toEqual({ plan })
  })
  it.each([
    ['no JSON', 'plan', /not readable JSON/],
    ['another format', '{"format":"song"}', /format: /],
    ['a dose of −3 s', writePlan(plan).replace(/"out": \d+/, '"out": -3'), /blocks\.0\.dose\.out/],
    [
      'a movement that is not there',
      writePlan(plan).replaceAll('"bridge"', '"cartwheel"'),
      /“cartwheel” is not in this catalogue/,
    ],
    ['two blocks of one id', writePlan({ ...plan, blocks: [plan.blocks[0]!, plan.blocks[0]!] }), /same id/],
  ])('is refused with the place and the reason: %s', (_, text, problem) => {
    const read = readPlan(text, catalogue)
    expect('problems' in read && read.problems.join(' ')).toMatch(problem)
  })
  it('has a published schema with its version and all kinds of dose', () => {
    const schema = JSON.stringify(planSchema())
    expect(schema).toContain('"unhurried-circle-plan"')
    for (const kind of ['hold', 'reps', 'pulse', 'swing', 'circle', 'press', 'target', 'lower', 'breath', 'pair'])
      expect(schema).toContain(`"const":"${kind}"`)
  })
})
