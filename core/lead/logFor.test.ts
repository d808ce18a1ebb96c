import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { personIn } from '../../tests/people'
import { blockFor } from '../plan/edits'
import { emptyPlan, type Block } from '../plan/plan'
import { riderOf } from '../plan/riders'
import { timelineOf } from '../plan/timeline'
import { logFor, logMoment } from './logFor'
import { laneMoment, scriptOf, workElapsedSeconds } from './script'
import { reachedBy, targetOf } from './target'

const catalogue = shippedCatalogue()
const block = (id: string, movement: string): Block =>
  blockFor(catalogue.movements.get(movement)!, 'dwell', id, catalogue)
const plan = {
  ...emptyPlan('', 45, 'dwell'),
  blocks: [
    { ...block('a', 'upper-back-turn'), dose: { kind: 'hold' as const, seconds: 30 }, rounds: 1 },
    block('b', 'paced-breath'),
  ],
}
const person = personIn('chair')
const rider = riderOf({ person, when: { daysAway: 7 } }, plan, catalogue)
const timeline = timelineOf(plan, [rider], new Set(catalogue.movements.keys()), catalogue)
const script = scriptOf(timeline)
const at = (blockId: string, kind: string, side = 'both') =>
  script.findIndex((step) => step.blockId === blockId && step.kind === kind && (side === 'both' || step.side === side))
const log = (
  done: Parameters<typeof logFor>[0],
  step: number,
  elapsed: number,
  logged: ('left' | 'right' | 'both')[] = [],
) => {
  const moment = logMoment(script, step, elapsed)!
  const index = plan.blocks.findIndex((one) => one.id === moment.blockId)
  return logFor(done, moment, {
    participant: person.id,
    offers: rider.offers[index]!,
    block: plan.blocks[index]!,
    logged,
    startSide: 'right',
  })
}

describe('what one touch logs', () => {
  it('is nothing before the first work of the class', () => {
    expect(logMoment(script, 0, 3)).toBeNull()
  })
  it('done on the first side: that side alone, at its target, the rest left empty', () => {
    expect(log('done', at('a', 'work', 'first'), 12)).toEqual([
      expect.objectContaining({
        blockId: 'a',
        movement: 'upper-back-turn',
        side: 'right',
        done: 'done',
        target: 30,
        achieved: 30,
        unit: 's',
        effort: null,
        pain: null,
        painKind: null,
        form: null,
        note: '',
        clears: [],
      }),
    ])
  })
  it('done on the second side: both sides, unless the first is logged', () => {
    const second = at('a', 'work', 'second')
    expect(log('done', second, 12).map((draft) => draft.side)).toEqual(['right', 'left'])
    expect(log('done', second, 12, ['right']).map((draft) => draft.side)).toEqual(['left'])
  })
  it('done again once all is logged corrects the side that is on', () => {
    expect(log('done', at('a', 'work', 'second'), 12, ['left', 'right']).map((draft) => draft.side)).toEqual(['left'])
  })
  it('partly takes the second of the side that is on', () => {
    expect(log('partly', at('a', 'work', 'second'), 17.9)).toEqual([
      expect.objectContaining({ side: 'left', done: 'partly', achieved: 17 }),
    ])
  })
  it('while the next movement is introduced it is still about the one before, without a second', () => {
    expect(log('partly', at('b', 'introduce'), 3)).toEqual([
      expect.objectContaining({ blockId: 'a', side: 'left', achieved: null }),
    ])
  })
  it('eased records no amount', () => {
    expect(log('eased', at('a', 'work', 'first'), 12)[0]).toMatchObject({ done: 'eased', achieved: null })
  })
  it('is one outcome for what both sides do at once, partly in whole breaths', () => {
    expect(log('partly', at('b', 'work'), 31)).toEqual([
      expect.objectContaining({ side: 'both', achieved: 3, target: 6, unit: 'repetitions' }),
    ])
  })
})

describe('the target of a dose', () => {
  it('is seconds for what is held and a number for what is repeated', () => {
    expect(targetOf({ kind: 'press', seconds: 30, effort: 50, ramp: 2 })).toEqual({ amount: 30, unit: 's' })
    expect(targetOf({ kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 })).toEqual({ amount: 10, unit: 's' })
  })
  it('of slow lowerings is the time of the set: it is over where one gets faster than it should be', () => {
    // Common practice, no source: five efforts of 2 s held, 10 s down and 2 s off are 68 s.
    const dose = { kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 5 } as const
    expect(targetOf(dose)).toEqual({ amount: 68, unit: 's' })
    expect([0.5, 41.9, 68, 80].map((seconds) => reachedBy(dose, 68, seconds))).toEqual([0, 41, 68, 68])
  })
  it('of a lift-off is how long it is kept: its clock begins when the help is off', () => {
    const dose = { kind: 'lift-off', count: 4, reach: 4, keep: 5, home: 3 } as const
    expect(targetOf(dose)).toEqual({ amount: 5, unit: 's' })
    expect([3, 4, 6.5, 9, 20].map((seconds) => reachedBy(dose, 48, seconds))).toEqual([0, 0, 2, 5, 5])
  })
  it('is never passed, however long the clock was stretched', () => {
    expect(reachedBy({ kind: 'hold', seconds: 30 }, 30, 45)).toBe(30)
    expect(reachedBy({ kind: 'reps', count: 10, out: 2, pause: 1, back: 2, between: 0, lastHold: 0 }, 50, 26)).toBe(5)
  })
})

describe('the script of a class', () => {
  it('is as long as the plan, work by work, and leaves out what takes no time', () => {
    expect(script.reduce((sum, step) => sum + step.seconds, 0)).toBeCloseTo(timeline.seconds, 6)
    expect(script.every((step) => step.seconds > 0)).toBe(true)
    expect(script.filter((step) => step.blockId === 'a').map((step) => `${step.kind} ${step.side}`)).toEqual([
      'introduce both',
      'changeover both',
      'work first',
      'change-side second',
      'work second',
    ])
  })
})

describe('a lane while the clock runs', () => {
  it('names its spare time', () => {
    const lane = timeline.blocks[0]!.lanes.chair!
    expect(laneMoment(lane, 0)).toMatchObject({ kind: 'work', side: 'first', leftSeconds: 30 })
    expect(laneMoment(lane, lane.workSeconds + 1)).toMatchObject({ kind: 'filler' })
  })
  it('knows the time since a block’s work began, without what was added to a step', () => {
    const second = at('a', 'work', 'second')
    expect(workElapsedSeconds(script, second, 10)).toBe(30 + 4 + 10)
    expect(workElapsedSeconds(script, second, 99)).toBeCloseTo(30 + 4 + 30, 1)
    expect(workElapsedSeconds(script, at('b', 'introduce'), 1)).toBeNull()
  })
})
