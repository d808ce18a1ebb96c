import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { blockIn } from '../plan/plan'
import { timelineOf } from '../plan/timeline'
import { readClock } from './clock'
import { laneNow } from './laneNow'
import { motionAt } from './motionAt'
import { scriptOf } from './script'

const catalogue = shippedCatalogue()
const HOLD = { kind: 'hold', seconds: 60 } as const
const SHORT = { kind: 'hold', seconds: 20 } as const
const block = blockOfMovement('side-bend', { dose: HOLD, rounds: 1, lanes: { chair: { dose: SHORT } } })
const plan = planWith([block])
const riders = ridersIn(plan, [personIn('chair', { id: 'ann' }), personIn('floor', { id: 'bo' })])
const timeline = timelineOf(plan, riders, new Set(), catalogue)
const steps = scriptOf(timeline)
const { sides } = catalogue.movements.get(block.movement)!
const doing = (tier: 'chair' | 'floor') => ({
  dose: blockIn(block, tier).dose,
  sides,
  parts: timeline.blocks[0]!.lanes[tier]!.parts,
})
/** So many seconds after the class has begun. */
const readAt = (seconds: number) => readClock([{ id: 's', at: 0, event: 'start', script: steps }], seconds * 1000)
const workAt = (seconds: number) => {
  const before = steps.findIndex(({ kind }) => kind === 'work')
  return readAt(steps.slice(0, before).reduce((sum, step) => sum + step.seconds, 0) + seconds)
}

describe('a lane at a moment of the class', () => {
  it('goes by its own dose, whatever the slowest lane does', () => {
    const [chair, floor] = [laneNow(doing('chair'), steps, workAt(5))!, laneNow(doing('floor'), steps, workAt(5))!]
    expect([chair.kind, chair.leftSeconds, chair.lengthSeconds]).toEqual(['work', 15, 20])
    expect([floor.kind, floor.leftSeconds, floor.lengthSeconds]).toEqual(['work', 55, 60])
    expect(chair.motion).toEqual(motionAt(SHORT, sides, 5))
    expect(chair.pace?.leftSeconds).toBeCloseTo(15)
  })
  it('has time to spare once it has done its own, and nothing to follow', () => {
    const whole = doing('chair').parts.reduce((sum, { seconds }) => sum + seconds, 0)
    const spare = laneNow(doing('chair'), steps, workAt(whole + 3))!
    expect([spare.kind, spare.pace, spare.motion]).toEqual(['filler', null, { share: 0, isOther: false }])
    expect(spare.leftSeconds).toBeGreaterThan(0)
  })
  it('is shown the movement while it is introduced, and rests on the way', () => {
    const introduced = laneNow(doing('floor'), steps, readAt(4))!
    expect(introduced.kind).toBe('introduce')
    expect(introduced.motion.share).toBeGreaterThan(0.5)
    const at = steps.findIndex(({ kind }) => kind === 'changeover')
    const way = laneNow(doing('floor'), steps, { ...readAt(0), step: at })!
    expect([way.kind, way.pace, way.motion.share]).toEqual(['changeover', null, 0])
  })
  it('keeps to the clock where time was added to what it does as well', () => {
    const { step } = workAt(0)
    const stretched = { step, elapsedMs: 70_000, leftMs: 20_000, lengthMs: 90_000 }
    expect(laneNow(doing('floor'), steps, stretched)).toMatchObject({ leftSeconds: 20, lengthSeconds: 90 })
  })
  it('is nowhere after the last step', () => {
    expect(laneNow(doing('floor'), steps, { ...readAt(0), step: steps.length })).toBeNull()
  })
})
