import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { inForce } from './inForce'
import { narrowedBy } from './narrowedBy'
import { ParticipantConsideration } from './participant'
import { screened, ScreeningAnswers } from './screening'
import { judge } from './verdict'

const catalogue = shippedCatalogue()
const { interview } = catalogue
const TODAY = '2026-11-28'
const row = (change: Partial<ParticipantConsideration>) =>
  ParticipantConsideration.parse({ consideration: 'brittle-bones', ...change })

const anyRow = fc.record({
  consideration: fc.constantFrom(...catalogue.considerations.keys()),
  side: fc.constantFrom('left', 'right', 'both'),
  clearedBy: fc.constantFrom('', 'Dr Example'),
  until: fc.constantFrom(null, '2026-12-01', '2027-06-01'),
})
const questions = interview.sections.flatMap((section) => section.questions)
const anyAnswers = fc.record({
  options: fc
    .tuple(...questions.map(({ options }) => fc.constantFrom('', ...options.map(({ id }) => id))))
    .map((chosen) => Object.fromEntries(chosen.map((id, at) => [questions[at]!.id, id]).filter(([, id]) => id !== ''))),
  clearances: fc.array(
    fc.record({ consideration: fc.constantFrom(...catalogue.considerations.keys()), by: fc.constant('Dr Nobody') }),
    { maxLength: 6 },
  ),
})
const variations = [...catalogue.variations.values()].filter((_, at) => at % 9 === 0)
const closedBy = (considerations: readonly ParticipantConsideration[]) => {
  const person = personIn('chair', { considerations: inForce(considerations, TODAY) })
  return variations.filter((way) => judge(way, 'left', { person }, catalogue).blocks.length > 0).map(({ id }) => id)
}

describe('a screening to which no lead has agreed', () => {
  it('opens nothing that was closed, whatever is said in it', () => {
    fc.assert(
      fc.property(fc.array(anyRow, { maxLength: 5 }), anyAnswers, (onFile, answers) => {
        const before = onFile.map((one) => row(one as Partial<ParticipantConsideration>))
        const { considerations } = screened(ScreeningAnswers.parse(answers), interview, TODAY)
        const after = new Set(closedBy(narrowedBy(before, considerations)))
        expect(closedBy(before).filter((id) => !after.has(id))).toEqual([])
      }),
      { numRuns: 60 },
    )
  })
  it('closes what is new at once, without the clearance that comes with it', () => {
    const found = [row({ clearedBy: 'Dr Nobody', clearedOn: '2026-11-01', clearedFor: 'all', opens: [] })]
    expect(narrowedBy([], found)).toEqual([row({})])
  })
  it('leaves a clearance of before, and the longer end', () => {
    const cleared = row({ clearedBy: 'Dr Example', until: '2027-06-01' })
    expect(narrowedBy([cleared], [row({ until: '2026-12-01' })])).toEqual([cleared])
    expect(narrowedBy([cleared], [row({ until: null })])).toEqual([{ ...cleared, until: null }])
  })
  it('keeps a change that is to be screened until a lead has agreed', () => {
    const changed = row({ consideration: 'new-operation-fall-faint-fracture' })
    expect(narrowedBy([changed], [])).toEqual([changed])
  })
})
