import { describe, expect, it } from 'vitest'
import { blockOfMovement, planWith } from '../../tests/plans'
import { edited, inverseOf, type Edit } from './edits'
import { NO_HISTORY, performed, rebased, recorded, stepped, type History } from './history'
import type { Plan } from './plan'

const plan = planWith([blockOfMovement('bridge', { id: 'a' }), blockOfMovement('knee-sways', { id: 'b' })])

function typed(history: History, on: Plan, edits: Edit[], at: number): { plan: Plan; history: History } {
  const done = performed(on, edits, at)
  return { plan: done.plan, history: recorded(history, done.step) }
}
const undone = (on: { plan: Plan; history: History }) => {
  const back = stepped(on.plan, on.history, 'undo')
  if (back.kind !== 'turned') throw new Error(back.kind)
  return back
}

describe('steps of a plan', () => {
  it('several commands that were given together are taken back together, and again', () => {
    const both: Edit[] = [
      { edit: 'removeBlock', id: 'a' },
      { edit: 'setMinutes', minutes: 60 },
    ]
    const after = typed(NO_HISTORY, plan, both, 0)
    const back = undone(after)
    expect(back.plan).toEqual(plan)
    expect(stepped(back.plan, back.history, 'redo')).toMatchObject({ kind: 'turned', plan: after.plan })
  })
  it('typing on in one field is one step, a pause begins another', () => {
    const one = typed(NO_HISTORY, plan, [{ edit: 'setMinutes', minutes: 4 + 5 }], 0)
    const two = typed(one.history, one.plan, [{ edit: 'setMinutes', minutes: 50 }], 500)
    const three = typed(two.history, two.plan, [{ edit: 'setMinutes', minutes: 55 }], 5000)
    expect(three.history.done).toHaveLength(2)
    expect(undone(undone(three)).plan.minutes).toBe(plan.minutes)
  })
  it('a step whose block is gone leaves the plan as it is and drops out', () => {
    const after = typed(NO_HISTORY, plan, [{ edit: 'setRounds', id: 'a', rounds: 3 }], 0)
    const elsewhere = edited(after.plan, { edit: 'removeBlock', id: 'a' })
    expect(stepped(elsewhere, after.history, 'undo')).toEqual({ kind: 'lost', history: NO_HISTORY })
    expect(rebased(after.history, elsewhere)).toEqual(NO_HISTORY)
  })
  it('of which the second does not fit is not taken half', () => {
    const steps: Edit[] = [
      { edit: 'setMinutes', minutes: 60 },
      { edit: 'setRounds', id: 'gone', rounds: 3 },
    ]
    expect(() => performed(plan, steps, 0)).toThrow('no longer in the plan')
  })
  it('a removed block can still be brought back on another version', () => {
    const after = typed(NO_HISTORY, plan, [{ edit: 'removeBlock', id: 'a' }], 0)
    expect(rebased(after.history, after.plan).done).toHaveLength(1)
  })
  it('are two hundred at most', () => {
    let now = { plan, history: NO_HISTORY }
    for (let at = 0; at < 250; at += 1)
      now = typed(now.history, now.plan, [{ edit: 'setMinutes', minutes: 10 + (at % 50) }], at * 10_000)
    expect(now.history.done).toHaveLength(200)
  })
  it('adding a block that is there already and taking that back leaves it there', () => {
    const again: Edit = { edit: 'addBlock', block: plan.blocks[0]!, before: null }
    expect(edited(edited(plan, again), inverseOf(plan, again))).toEqual(plan)
  })
})
