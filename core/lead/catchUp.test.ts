import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Side } from '../catalogue/words'
import { cuesOf } from './cues'
import { logFor, logMoment } from './logFor'
import { restingAt } from './resting'
import { scriptOf } from './script'
import type { Person } from '../offer/person'
import { blockFor, edited, inverseOf } from '../plan/edits'
import { emptyPlan, type Plan } from '../plan/plan'
import { roundsWords } from '../plan/doseWords'
import { readDose } from '../plan/readDose'
import { riderOf } from '../plan/riders'
import { timelineOf } from '../plan/timeline'

const catalogue = shippedCatalogue()
const MET = new Set(catalogue.movements.keys())
const block = {
  ...blockFor(catalogue.movements.get('ankle-on-knee')!, 'dwell', 'a', catalogue),
  ...{ dose: { kind: 'hold', seconds: 30 } as const, rounds: 2, restSeconds: 10, sideOrder: 'one-side-first' as const },
}
const planWith = (catchUp: boolean | undefined): Plan => ({
  ...emptyPlan('Test', 45, 'dwell'),
  blocks: [{ ...block, catchUp }],
})
const onChair = (side: Side, level: number) => ({ movement: 'ankle-on-knee', tier: 'chair' as const, side, level })
const uneven = (change: Partial<Person> = {}) =>
  personIn('chair', { id: 'dov', name: 'Dov', levels: [onChair('left', 1), onChair('right', 3)], ...change })
const even = personIn('chair', { id: 'ann', name: 'Ann', levels: [onChair('both', 2)] })
const led = (people: Person[], catchUp: boolean | undefined = true) => {
  const plan = planWith(catchUp)
  const riders = people.map((person) => riderOf({ person, when: { daysAway: 7 } }, plan, catalogue))
  return { plan, riders, timeline: timelineOf(plan, riders, MET, catalogue) }
}
const workOf = (people: Person[], catchUp?: boolean) => led(people, catchUp).timeline.blocks[0]!.workSeconds

describe('a catch-up round for the weaker side', () => {
  it('adds a rest and a round to the lane of whoever has one: 144 s → 144 + 10 + 30 s', () => {
    expect(workOf([uneven(), even], false)).toBe(144)
    expect(workOf([uneven(), even])).toBe(144 + 10 + 30)
    expect(led([uneven(), even]).timeline.blocks[0]!.lanes.chair!.catchUp).toEqual(['dov'])
  })
  it('takes no time where nobody has a weaker side, and is kept time for until it is known who comes', () => {
    expect(workOf([even])).toBe(144)
    expect(timelineOf(planWith(true), [], MET, catalogue).blocks[0]!.lanes.chair!.parts.at(-1)).toMatchObject({
      side: 'weaker',
      seconds: 30,
    })
  })
  it.each<[string, Partial<Person>]>([
    [
      'eased while its part of the body flares',
      { flares: [{ region: 'back-of-hip', levels: 1, since: '2026-03-01', until: '2026-03-22' }] },
    ],
    [
      'hurt by the movement and not looked at since',
      {
        remembered: [{ key: 'k', kind: 'sharp-pain', movement: 'ankle-on-knee', side: 'left', on: '2026-03-01' }],
      },
    ],
    [
      'under a smaller dose of a health fact',
      { considerations: [{ consideration: 'fatigue-illness', side: 'both', clearedBy: '' }] },
    ],
  ])('is nobody’s whose weaker side is %s', (_, change) => {
    const { riders } = led([uneven(change)])
    expect(riders[0]!.offers[0]!.map((offer) => offer.catchUp)).not.toContain(true)
  })
  it('is led: said, the others rest, and a stop in it is one of that side', () => {
    const { plan, riders, timeline } = led([uneven(), even])
    const steps = scriptOf(timeline)
    const at = steps.findIndex((step) => step.kind === 'work' && step.side === 'weaker')
    const circle = { sideHabit: 'left-right', startSide: 'left' } as const
    const said = cuesOf(steps, { plan, timeline, riders, circle, catalogue, textsOf: () => undefined })
    expect(said.find((cue) => cue.step === at - 1)?.say).toContain('Once more for a side that is catching up')
    expect(restingAt([timeline.blocks[0]!.lanes.chair!], steps[at]!, 3)).toEqual(['ann'])
    const moment = logMoment(steps, at, 12)!
    const log = (rider: number, done: 'stopped' | 'done', logged: Side[]) =>
      logFor(done, moment, {
        ...{ participant: riders[rider]!.id, offers: riders[rider]!.offers[0]!, block: plan.blocks[0]! },
        ...{ logged, startSide: 'left' },
      }).map((outcome) => [outcome.side, outcome.achieved])
    expect(log(0, 'stopped', ['left', 'right'])).toEqual([['left', 12]])
    // Who has no side to catch up was last on the second side, and nobody knows how far.
    expect(log(1, 'stopped', ['left', 'right'])).toEqual([['right', null]])
    expect(log(0, 'done', [])).toEqual([
      ['left', 30],
      ['right', 30],
    ])
  })
  it('is put in, said, read and taken back', () => {
    const plan = planWith(undefined)
    const edit = { edit: 'setCatchUp', id: 'a', catchUp: true } as const
    const after = edited(plan, edit)
    expect(after.blocks[0]!.catchUp).toBe(true)
    expect(edited(after, inverseOf(plan, edit))).toEqual(plan)
    const words = roundsWords(2, 'each', 'one-side-first', true)
    expect(readDose(`30 s hold, ${words}, rest 10 s`, block)).toMatchObject({ catchUp: true, rounds: 2 })
  })
})
