import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { personIn } from '../../tests/people'
import { TIERS, type Tier } from '../catalogue/words'
import type { Person } from '../offer/person'
import { blockFor } from './edits'
import { emptyPlan, type Block, type Plan } from './plan'
import { riderOf } from './riders'
import { timelineOf, type Timeline } from './timeline'

const catalogue = shippedCatalogue()
const ALL_MET = new Set(catalogue.movements.keys())
const planOf = (...blocks: Block[]): Plan => ({ ...emptyPlan('Test', 45, 'dwell'), blocks })
const block = (movement: string, change: Partial<Block> = {}, id = movement): Block => ({
  ...blockFor(catalogue.movements.get(movement)!, 'dwell', id, catalogue),
  ...change,
})
const time = (plan: Plan, people: Person[], met: ReadonlySet<string> = ALL_MET) =>
  timelineOf(
    plan,
    people.map((person) => riderOf({ person, when: { daysAway: 7 } }, plan, catalogue)),
    met,
    catalogue,
  )
const level = (movement: string, tier: Tier, at: number) => ({ movement, tier, side: 'both' as const, level: at })

describe('the time of a plan', () => {
  // Worked examples of common practice, no source. A bed person who lies on the back already has no changeover.
  // To say how they lie takes a second longer than a movement that is known is introduced: 20 words at 140 a minute.
  const lying = personIn('bed', { levels: [level('ankle-on-knee', 'bed', 1), level('bridge', 'bed', 1)] })
  const hold = { dose: { kind: 'hold', seconds: 30 }, rounds: 2, restSeconds: 10 } as const

  it('30 s hold, each side, 2 rounds, rest 10 s, lying, known, nothing to fetch, one side first: 157 s', () => {
    const plan = planOf(block('ankle-on-knee', { ...hold, sideOrder: 'one-side-first' }))
    expect(catalogue.variations.get('ankle-on-knee.bed.1')?.postureId).toBe('bed/supine')
    expect(time(plan, [lying]).blocks[0]!.seconds).toBe(157)
  })
  it('the same taking turns: 153 s', () => {
    expect(
      time(planOf(block('ankle-on-knee', { ...hold, sideOrder: 'taking-turns' })), [lying]).blocks[0]!.seconds,
    ).toBe(153)
  })
  it('10 repetitions 2/1/3, 1 s between, 10 s on the last, both at once, 2 rounds, rest 30 s: 196 s', () => {
    const reps = {
      dose: { kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 1, lastHold: 10 },
      rounds: 2,
      restSeconds: 30,
    } as const
    expect(time(planOf(block('bridge', reps)), [lying]).blocks[0]!.seconds).toBe(196)
  })
  it('introduces a movement that is new to the circle for 20 s, and only once', () => {
    const plan = planOf(block('bridge', {}, 'a'), block('bridge', {}, 'b'))
    expect(time(plan, [lying], new Set()).blocks.map((one) => one.introductionSeconds)).toEqual([20, 8])
  })
  it('counts the way to the floor and the last getting-up: 67.5 s for a brisk mover from lying', () => {
    const brisk = personIn('floor', { pace: 'brisk', levels: [level('bridge', 'floor', 2)] })
    const timeline = time(planOf(block('bridge')), [brisk])
    expect(timeline.endingSeconds).toBe(67.5)
    expect(timeline.seconds).toBe(timeline.blocks[0]!.seconds + 67.5)
    expect(timeline.contours.floor).toMatchObject({ floorTrips: 1, climb: 1 })
  })
  it('waits for the slowest person of the slowest lane', () => {
    const plan = planOf(block('bridge'))
    const quick = personIn('floor', { id: 'quick', pace: 'brisk', levels: [level('bridge', 'floor', 2)] })
    const slow = personIn('floor', { id: 'slow', pace: 'very-slow', levels: [level('bridge', 'floor', 2)] })
    const alone = time(plan, [quick]).blocks[0]!
    const both = time(plan, [quick, slow, lying]).blocks[0]!
    expect(both.changeoverSeconds).toBe(2 * alone.changeoverSeconds)
    expect(both.lanes.bed!.fillerSeconds).toBeGreaterThanOrEqual(both.changeoverSeconds)
  })
  it('fetches a prop once, and not at all when props lie ready', () => {
    const plan = { ...planOf(block('bridge', {}, 'a'), block('bridge', {}, 'b')), propsLaidOut: false }
    const rung = catalogue.movements
      .get('bridge')!
      .ladders.bed!.find((one) => one.props.some((need) => !catalogue.props.get(need.prop)!.station))!
    const person = personIn('bed', { levels: [level('bridge', 'bed', rung.level)] })
    expect(time(plan, [person]).blocks.map((one) => one.lanes.bed!.fetchSeconds)).toEqual([15, 0])
    expect(time({ ...plan, propsLaidOut: true }, [person]).blocks.map((one) => one.lanes.bed!.fetchSeconds)).toEqual([
      0, 0,
    ])
  })
  it('counts 6 s for a chair that has to be turned, once, and says so', () => {
    const plan = planOf(block('weight-shifts'), block('hip-hinge', {}, 'a'), block('hip-hinge', {}, 'b'))
    const person = personIn('standing', {
      pace: 'brisk',
      levels: [level('weight-shifts', 'standing', 2), level('hip-hinge', 'standing', 2)],
    })
    expect(catalogue.variations.get('weight-shifts.standing.2')!.postureId).toBe(
      catalogue.variations.get('hip-hinge.standing.2')!.postureId,
    )
    const lanes = time(plan, [person]).blocks.map((one) => one.lanes.standing!)
    expect(lanes.map((lane) => lane.changeoverSeconds)).toEqual([5, 6, 0])
    expect(lanes[1]!.moves.map((move) => move.cue)).toEqual(['Turn the chair round.'])
  })
  it('names a person for whom somebody chose a posture that they have no safe way to', () => {
    const neither = personIn('floor', {
      considerations: [{ consideration: 'cannot-lie-on-side', side: 'both', clearedBy: '' }],
    })
    const plan = planOf(block('bridge'))
    const rider = riderOf(
      {
        person: neither,
        when: { daysAway: 7 },
        choices: new Map([['bridge', { variation: 'bridge.floor.2', reason: '' }]]),
      },
      plan,
      catalogue,
    )
    expect(catalogue.variations.get('bridge.floor.2')?.postureId).toBe('floor/supine')
    expect(timelineOf(plan, [rider], ALL_MET, catalogue).noWay).toEqual([{ rider: neither.id, blockId: 'bridge' }])
  })
  it('times four typical lanes when nobody is expected', () => {
    const timeline = time(planOf(block('bridge')), [])
    expect(TIERS.every((tier) => timeline.blocks[0]!.lanes[tier] !== null)).toBe(true)
  })

  const anyPlan = fc
    .array(fc.constantFrom(...catalogue.movements.keys()), { minLength: 1, maxLength: 8 })
    .map((ids) => planOf(...ids.map((id, at) => block(id, {}, `b${at}`))))
  const anyPeople = fc
    .array(
      fc.record({
        tier: fc.constantFrom(...TIERS),
        pace: fc.constantFrom('brisk', 'usual', 'slow', 'very-slow') as fc.Arbitrary<Person['pace']>,
      }),
      { minLength: 1, maxLength: 6 },
    )
    .map((people) => people.map(({ tier, pace }, at) => personIn(tier, { id: `p${at}`, pace })))
  it('is the sum of its blocks and the way home; every lane fills its block exactly', () => {
    fc.assert(
      fc.property(anyPlan, anyPeople, (plan, people) => {
        const timeline = time(plan, people)
        expect(timeline.seconds).toBeCloseTo(
          timeline.blocks.reduce((sum, one) => sum + one.seconds, 0) + timeline.endingSeconds,
          6,
        )
        for (const one of timeline.blocks) {
          for (const lane of TIERS.flatMap((tier) => one.lanes[tier] ?? [])) {
            expect(
              one.introductionSeconds +
                lane.changeoverSeconds +
                lane.fetchSeconds +
                lane.workSeconds +
                lane.fillerSeconds,
            ).toBeCloseTo(one.seconds, 6)
            expect(lane.fillerSeconds).toBeGreaterThanOrEqual(0)
          }
        }
      }),
    )
  })
  it('never gets shorter when somebody joins, but for what is said to an easier rung in fewer words', () => {
    const moved = ({ blocks, endingSeconds }: Timeline) =>
      blocks.reduce((sum, one) => {
        const lanes = TIERS.flatMap((tier) => one.lanes[tier] ?? [])
        return sum + Math.max(...lanes.map((lane) => lane.changeoverSeconds + lane.fetchSeconds)) + one.workSeconds
      }, endingSeconds)
    fc.assert(
      fc.property(anyPlan, anyPeople, (plan, people) => {
        const fewer = people.length > 1 ? people.slice(0, -1) : people
        expect(moved(time(plan, people))).toBeGreaterThanOrEqual(moved(time(plan, fewer)))
      }),
    )
  })
  it('ends every contour where it began', () => {
    fc.assert(
      fc.property(anyPlan, anyPeople, (plan, people) => {
        const { contours } = time(plan, people)
        for (const contour of TIERS.flatMap((tier) => contours[tier] ?? []))
          expect(contour.points.at(-1)!.height).toBe(contour.points[0]!.height)
      }),
    )
  })
})
