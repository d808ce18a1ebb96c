import { describe, expect, it } from 'vitest'
import { blockOfMovement, planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { changesBetween } from './changesBetween'
import { edited, type Edit } from './edits'

const catalogue = shippedCatalogue()
const plan = planWith(['paced-breath', 'bridge', 'ankle-on-knee'], { title: 'Hips' })
const after = (...edits: Edit[]) => changesBetween(plan, edits.reduce(edited, plan), catalogue)

describe('what changed in a plan', () => {
  it('is nothing between a plan and itself', () => {
    expect(after()).toEqual([])
  })
  it.each<[string, Edit, unknown]>([
    ['a movement taken out', { edit: 'removeBlock', id: 'bridge' }, 'Bridge taken out'],
    ['one added', { edit: 'addBlock', block: blockOfMovement('side-bend'), before: null }, 'Side bend added'],
    [
      'a dose',
      { edit: 'setDose', id: 'ankle-on-knee', dose: { kind: 'hold', seconds: 45 } },
      expect.stringMatching(/^Ankle on knee: 30 s hold.* → 45 s hold/),
    ],
    ['the order', { edit: 'moveBlock', id: 'ankle-on-knee', before: 'bridge' }, 'Order changed'],
    ['the title', { edit: 'setTitle', title: 'Knees' }, 'Title: Hips → Knees'],
    ['the length', { edit: 'setMinutes', minutes: 30 }, '45 → 30 min'],
    ['the school', { edit: 'setSchool', school: 'press' }, 'School: Dwell → Press'],
    [
      'a lane',
      { edit: 'setLane', id: 'bridge', tier: 'bed', departure: { rounds: 1 } },
      'Bridge: a lane does it otherwise',
    ],
    [
      'the sides',
      { edit: 'setSideOrder', id: 'ankle-on-knee', sideOrder: 'taking-turns' },
      'Ankle on knee: taking turns',
    ],
  ])('is said: %s', (_, edit, words) => {
    expect(after(edit)).toEqual([words])
  })
})
