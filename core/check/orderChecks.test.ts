import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { lineOfDefence } from '../catalogue/strand'
import { edited } from '../plan/edits'
import type { Plan } from '../plan/plan'
import { timelineOf } from '../plan/timeline'
import { orderChecks } from './orderChecks'

const catalogue = shippedCatalogue()
const people = [personIn('chair')]
function strandsIn(plan: Plan) {
  const riders = ridersIn(plan, people)
  const timeline = timelineOf(plan, riders, new Set(), catalogue)
  const checked = {
    plan,
    people,
    riders,
    timeline,
    venue: { cupboard: {} },
    helpers: 1,
    climbAtMost: 4,
    aim: null,
    catalogue,
  }
  return orderChecks(checked).filter(({ kind }) => kind === 'strands')
}
const planOf = (names: readonly string[]) =>
  planWith(names.map((movement, at) => blockOfMovement(movement, { id: `b${at}` })))

describe('the order of the three lines of defence', () => {
  it('says what comes after what it should come before, and why', () => {
    const [check] = strandsIn(planOf(['paced-breath', 'step-and-rock', 'weight-shifts', 'paced-breath']))
    expect(check).toMatchObject({
      what: 'Weight shifts after Step and rock',
      why:
        'Balance is trained in one order: the ankles, the hips, then the step. ' +
        'Weight shifts is from the ankles, Step and rock the step that saves.',
      weight: 'consider',
    })
  })
  it('asks nothing of strength: it comes after balance, whatever it is strength for', () => {
    expect(strandsIn(planOf(['paced-breath', 'step-and-rock', 'heel-raises', 'toes-up']))).toEqual([])
  })
  it('is mended one press after another, whatever the order was', () => {
    const balance = [...catalogue.movements.values()]
      .filter((movement) => lineOfDefence(movement) > 0)
      .map(({ id }) => id)
    expect(new Set(balance.map((id) => lineOfDefence(catalogue.movements.get(id)!)))).toEqual(new Set([1, 2, 3]))
    fc.assert(
      fc.property(fc.shuffledSubarray([...balance, 'bridge', 'side-bend']), (names) => {
        let plan = planOf(['paced-breath', ...names])
        for (let pressed = 0; pressed <= names.length; pressed += 1) {
          const [check] = strandsIn(plan)
          if (!check?.fix) break
          plan = check.fix.edits.reduce((now, edit) => edited(now, edit), plan)
        }
        expect(strandsIn(plan)).toEqual([])
        const lines = plan.blocks
          .map(({ movement }) => lineOfDefence(catalogue.movements.get(movement)!))
          .filter((line) => line > 0)
        expect(lines).toEqual(lines.toSorted())
        expect(plan.blocks.map(({ movement }) => movement).toSorted()).toEqual(['paced-breath', ...names].toSorted())
      }),
    )
  })
})
