import { describe, expect, it } from 'vitest'
import { blockOfMovement, planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { courseOf, raisedDose } from './course'
import { followSchool, edited, inverseOf } from './edits'
import { schoolDose } from '../offer/schoolDose'
import { schoolFor } from './schoolFor'

const catalogue = shippedCatalogue()
const rule = (school: 'dwell' | 'pulse' | 'press' | 'swing-pair' | 'measured-load') =>
  catalogue.schools.get(school)!.course
const plan = planWith(
  ['paced-breath', 'posture-lift', 'bridge', 'ankle-on-knee', 'front-of-hip-opening', 'paced-breath'].map(
    (movement, at) => blockOfMovement(movement, { id: `b${at}` }),
  ),
)

describe('a course of weeks', () => {
  it.each([
    ['dwell', { kind: 'hold', seconds: 30 }, { kind: 'hold', seconds: 40 }],
    ['dwell', { kind: 'hold', seconds: 60 }, null],
    ['dwell', { kind: 'press', seconds: 30, effort: 30, ramp: 2 }, null],
    ['press', { kind: 'press', seconds: 30, effort: 30, ramp: 2 }, { kind: 'press', seconds: 30, effort: 50, ramp: 2 }],
    ['press', { kind: 'press', seconds: 30, effort: 70, ramp: 2 }, null],
    ['pulse', { kind: 'pulse', count: 5, atEnd: 3, travel: 2 }, { kind: 'pulse', count: 6, atEnd: 3, travel: 2 }],
    [
      'swing-pair',
      { kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 },
      { kind: 'pair', hold: 10, there: 4, count: 12, perSwing: 2 },
    ],
    [
      'dwell',
      { kind: 'lift-off', count: 4, reach: 4, keep: 5, home: 3 },
      { kind: 'lift-off', count: 4, reach: 4, keep: 15, home: 3 },
    ],
    ['dwell', { kind: 'lift-off', count: 4, reach: 4, keep: 15, home: 3 }, null],
    ['measured-load', { kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 6 }, null],
  ] as const)('raises the dose as the %s school does: %j', (school, dose, raised) => {
    expect(raisedDose(dose, rule(school))).toEqual(raised)
  })
  it('keeps the first week as it is, raises in the third for Dwell, and warms as before', () => {
    const course = courseOf(plan, { weeks: 4, variety: 0 }, () => true, catalogue)
    const holds = course.map((week) => week.plan.blocks[3]!.dose)
    expect(course[0]).toEqual({ plan, changes: [] })
    expect(holds[1]).toEqual(holds[0])
    expect(holds[2]).not.toEqual(holds[0])
    expect(holds[3]).toEqual(holds[2])
    expect(course.every((week) => JSON.stringify(week.plan.blocks[0]) === JSON.stringify(plan.blocks[0]))).toBe(true)
  })
  it('raises nothing that would not fit any more', () => {
    expect(courseOf(plan, { weeks: 6, variety: 2 }, () => false, catalogue).every((week) => week.plan === plan)).toBe(
      true,
    )
  })
  it('swaps one movement a week for kin of the same phase and brings it back', () => {
    const course = courseOf(plan, { weeks: 5, variety: 1 }, () => true, catalogue)
    for (const [week, { plan: varied }] of course.entries()) {
      const others = varied.blocks.filter((block, at) => block.movement !== plan.blocks[at]!.movement)
      expect(others).toHaveLength(week === 0 ? 0 : 1)
      for (const block of others) {
        const before = plan.blocks.find((other) => other.id === block.id)!
        expect(catalogue.movements.get(block.movement)!.phase).toBe(catalogue.movements.get(before.movement)!.phase)
      }
      expect(new Set(varied.blocks.map((block) => block.id)).size).toBe(varied.blocks.length)
    }
  })
})

describe('a school of one’s own', () => {
  it('is the person’s, else the block’s, else the plan’s', () => {
    const withSchool = planWith([
      blockOfMovement('bridge', { id: 'a', school: 'press' }),
      blockOfMovement('ankle-on-knee', { id: 'b' }),
    ])
    expect([
      schoolFor(withSchool, 'a', { school: 'pulse' }),
      schoolFor(withSchool, 'a', { school: null }),
      schoolFor(withSchool, 'b', { school: null }),
      schoolFor(withSchool, 'gone', { school: null }),
    ]).toEqual(['pulse', 'press', 'dwell', 'dwell'])
  })
  it('gives a person their dose within the block’s time, never a longer one', () => {
    const movement = catalogue.movements.get('ankle-on-knee')!
    const long = blockOfMovement('ankle-on-knee', { dose: { kind: 'hold', seconds: 60 }, rounds: 2 })
    const pulse = schoolDose(movement, long, { school: 'pulse' })!
    expect(pulse.dose.kind).toBe('pulse')
    const short = { dose: { kind: 'hold', seconds: 5 }, rounds: 1 } as const
    expect(schoolDose(movement, short, { school: 'pulse' })).toBeNull()
    expect(schoolDose(movement, long, { school: null })).toBeNull()
  })
  it('gives a block the school’s dose in one command that can be taken back', () => {
    const edit = followSchool(plan, 'b3', 'pulse', catalogue)
    const after = edited(plan, edit)
    expect(after.blocks[3]).toMatchObject({
      school: 'pulse',
      sideOrder: 'taking-turns',
      dose: catalogue.movements.get('ankle-on-knee')!.doses.pulse.dose,
    })
    expect(edited(after, inverseOf(plan, edit))).toEqual(plan)
    expect(edited(after, followSchool(after, 'b3', null, catalogue))).toEqual(plan)
  })
})
