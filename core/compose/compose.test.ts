import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { askFor, FULL_CUPBOARD } from '../../tests/asks'
import { bruteForce } from '../../tests/bruteForce'
import { solve } from '../../tests/highs'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { lineOfDefence } from '../catalogue/strand'
import { TIERS } from '../catalogue/words'
import { checksOf, mayBeLed } from '../check/checksOf'
import type { Plan } from '../plan/plan'
import { propsOut } from '../room/propsOut'
import { timelineOf } from '../plan/timeline'
import { boundModel, boundOf, gapOf } from './bound'
import { randomFrom } from '../random'
import { composed, lineOf } from './compose'
import { Evaluator } from './evaluate'
import { mostBlocks } from './howMany'
import { postureIn } from './options'
import { problemOf, ridersOf } from './problem'
import { brokenRule, scoreOf, worthOf } from './score'
import { bestLine } from './search'

const catalogue = shippedCatalogue()
const circle = TIERS.map((tier, at) => personIn(tier, { id: `p${at}`, name: `P${at}` }))
describe('what seconds of a region are worth', () => {
  it.each([
    [0, 0],
    [45, 45],
    [90, 90],
    [135, 126],
    [180, 162],
    [270, 216],
    [360, 243],
    [900, 243],
  ])('%i s of a target of 180 s: %i', (seconds, worth) => {
    expect(worthOf(seconds, 180)).toBeCloseTo(worth, 9)
  })
})

describe('a composed plan', () => {
  const ask = askFor(circle)
  const answer = composed(ask)
  it('comes with up to three that differ, the best first, each within its time on the real timeline', () => {
    expect(answer.plans.length).toBeGreaterThan(1)
    const scores = answer.plans.map((plan) => plan.score)
    expect(scores).toEqual([...scores].sort((a, b) => b - a))
    for (const { plan, seconds } of answer.plans) {
      expect(timelineOf(plan, ridersOf(plan, answer.problem, ask), ask.met, catalogue).seconds).toBeCloseTo(seconds, 6)
      expect(seconds).toBeLessThanOrEqual(45 * 60)
      expect(seconds).toBeGreaterThan(38 * 60)
    }
  })
  it('says of every block why it is in it', () => {
    for (const { plan, reasons } of answer.plans)
      for (const block of plan.blocks) expect(reasons[block.id], block.movement).toMatch(/^[A-Z0-9].+\.$/)
  })
  it('passes the checks that stop a class, and those of its order', () => {
    for (const { plan } of answer.plans) {
      const riders = ridersOf(plan, answer.problem, ask)
      const found = checksOf({
        plan,
        timeline: timelineOf(plan, riders, ask.met, catalogue),
        people: circle,
        riders,
        venue: { cupboard: ask.cupboard },
        helpers: 2,
        climbAtMost: 4,
        aim: ask.aim,
        catalogue,
      })
      expect(mayBeLed(found)).toBe(true)
      expect(
        found.filter(
          (check) =>
            ['settle', 'close', 'time-over', 'floor-trips', 'drink'].includes(check.id) || check.id.startsWith('cold'),
        ),
      ).toEqual([])
    }
  })
  it('trains balance from the ankles to the step, whatever is pinned', () => {
    const steady = catalogue.aims.find(({ id }) => id === 'steadier-ankles')!
    const asked = [['step-and-rock', 'weight-shifts'], ['step-and-tandem', 'step-over-and-reach'], []]
    for (const pinned of asked) {
      const { plans } = composed(askFor(circle, { aim: steady, pinned }))
      expect(plans.length).toBeGreaterThan(0)
      for (const { plan } of plans) {
        const lines = plan.blocks
          .map(({ movement }) => lineOfDefence(catalogue.movements.get(movement)!))
          .filter((line) => line > 0)
        expect(lines).toEqual(lines.toSorted())
        expect(plan.blocks.map(({ movement }) => movement)).toEqual(expect.arrayContaining(pinned))
      }
    }
  })
  it.each([
    ['four lanes', circle, 45],
    ['four lanes', circle, 20],
    ['the chair alone', [personIn('chair')], 30],
    ['nobody in particular', [], 45],
  ])('has something of every line of defence that the aim names, for %s', (_, people, minutes) => {
    const aim = catalogue.aims.find(({ id }) => id === 'catch-yourself')!
    const { plans, problem } = composed(askFor(people, { aim, minutes }))
    expect(problem.lines).toEqual([1, 2, 3])
    for (const { plan } of plans) {
      const lines = plan.blocks.map(({ movement }) => lineOfDefence(catalogue.movements.get(movement)!))
      expect(new Set(lines.filter((line) => line > 0))).toEqual(new Set([1, 2, 3]))
    }
  })
  it('is the same again for the same question, and another for another seed', () => {
    expect(composed(askFor(circle)).plans.map(({ plan }) => plan)).toEqual(answer.plans.map(({ plan }) => plan))
    const other = composed(askFor(circle, { seed: 'another plan' }))
    expect(other.plans.map(({ plan }) => plan)).not.toEqual(answer.plans.map(({ plan }) => plan))
  })
  it('has what is pinned and nothing that is left out', () => {
    const wished = composed(askFor(circle, { pinned: ['heel-raises', 'rest-fold'], banned: ['bridge'] }))
    for (const { plan } of wished.plans) {
      const movements = plan.blocks.map((block) => block.movement)
      expect(movements).toEqual(expect.arrayContaining(['heel-raises', 'rest-fold']))
      expect(movements).not.toContain('bridge')
    }
  })
  it.each([
    ['few', 30],
    ['few', 45],
    ['some', 45],
    ['some', 60],
  ] as const)('has %s movements in %i minutes, repeated until the time is used', (howMany, minutes) => {
    const most = mostBlocks(howMany, minutes)!
    const asked = askFor(circle, { minutes, most })
    const { plans } = composed(asked)
    expect(plans.length).toBeGreaterThan(1)
    for (const { plan, seconds } of plans) {
      expect(plan.blocks.length).toBeLessThanOrEqual(most)
      expect(seconds).toBeLessThanOrEqual(minutes * 60)
    }
    expect(plans[0]!.seconds).toBeGreaterThan(0.8 * minutes * 60)
    const many = composed({ ...asked, most: null }).plans[0]!
    const rounds = ({ blocks }: Plan) => blocks.reduce((sum, block) => sum + block.rounds, 0) / blocks.length
    expect(rounds(plans[0]!.plan)).toBeGreaterThan(rounds(many.plan))
  })
  it('has eight to twelve in 45 minutes where nothing else is wished (common practice, no source)', () => {
    const [few, some] = [mostBlocks('few', 45)!, mostBlocks('some', 45)!]
    expect([few, some]).toEqual([8, 11])
    expect(mostBlocks('many', 45)).toBeNull()
  })
  it('stays off the floor where that is wished', () => {
    const dry = composed(askFor(circle, { floor: false }))
    expect(dry.problem.options.some((option) => option.isDown)).toBe(false)
    expect(dry.fallen.some((fallen) => fallen.why === 'It goes down to the floor.')).toBe(true)
  })
  it('prefers what is repeated for progress, and what the last meetings did not have', () => {
    const gain = (change: object) =>
      problemOf(askFor(circle, change))
        .options.find((option) => option.movement === 'bridge')!
        .gain.reduce((sum, seconds) => sum + seconds, 0)
    expect(gain({ carryOver: ['bridge'] })).toBeGreaterThan(gain({}))
    expect(gain({ recent: [['bridge']] })).toBeLessThan(gain({ recent: [[], ['bridge']] }))
    expect(gain({ recent: [[], ['bridge']] })).toBeLessThan(gain({}))
  })
})

describe('what cannot be met', () => {
  it('names the people because of whom a pinned movement is out', () => {
    const fragile = personIn('chair', {
      id: 'p9',
      name: 'Ola',
      leftOut: [{ movement: 'bridge', tier: 'chair' }],
    })
    const { fallen } = problemOf(askFor([fragile]))
    const out = fallen.find((other) => other.why.includes('Nothing of it is for Ola'))!
    expect(composed(askFor([fragile], { pinned: [out.movement] }))).toMatchObject({
      plans: [],
      unmet: [expect.stringContaining('is pinned and cannot be in it: Nothing of it is for Ola')],
    })
  })
  it('says how much more time it needs, or which pin to take off', () => {
    const pinned = problemOf(askFor(circle))
      .options.filter((option) => option.phase === 'main')
      .map((option) => option.movement)
    const { plans, unmet } = composed(askFor(circle, { minutes: 10, pinned: [...new Set(pinned)].slice(0, 5) }))
    expect(plans).toEqual([])
    expect(unmet[0]).toMatch(/It needs at least \d+ min more\.|No single wish is enough/)
  })
  it('says that the pins are more than the movements that are wished', () => {
    const pinned = ['bridge', 'heel-raises', 'sit-to-stand', 'hip-rock']
    expect(composed(askFor(circle, { pinned, most: 4 }))).toMatchObject({
      plans: [],
      unmet: expect.arrayContaining(['Let there be more movements.']),
    })
  })
  it('lets somebody only breathe in a third of the blocks where that is wished, and no more', () => {
    const fragile = personIn('bed', {
      id: 'p9',
      name: 'Ola',
      leftOut: [...catalogue.movements.keys()].slice(1, 20).map((movement) => ({ movement, tier: 'bed' as const })),
    })
    const [strict, kind] = [0, 0.34].map((breathShare) => composed(askFor([...circle, fragile], { breathShare })))
    expect(kind!.fallen.length).toBeLessThan(strict!.fallen.length)
    for (const { plan } of kind!.plans) {
      const offers = ridersOf(plan, kind!.problem, askFor([])).find((rider) => rider.id === 'p9')!.offers
      const breathing = offers.filter(
        (own, at) =>
          own.some((offer) => offer.kind === 'breath') &&
          catalogue.movements.get(plan.blocks[at]!.movement)!.quality !== 'breath',
      )
      expect(breathing.length).toBeLessThanOrEqual(0.34 * plan.blocks.length)
    }
  })
  it('puts nobody behind a chair that is not there, and goes on where a place is short from the start', () => {
    const behind = (cupboard: Record<string, number>) => {
      const { riders, options } = problemOf(askFor(circle, { cupboard }))
      const order = [...catalogue.movements.keys()]
      return options.filter(({ movement }) =>
        riders.some((rider) => postureIn(rider, order.indexOf(movement)) === 'standing/behind-chair'),
      )
    }
    const { chair: _uncounted, ...others } = FULL_CUPBOARD
    expect(behind(others).length).toBeGreaterThan(0)
    expect(behind({ ...others, chair: 2 }).length).toBeGreaterThan(0)
    // One sits on it.
    expect(behind({ ...others, chair: 1 })).toEqual([])
    expect(problemOf(askFor(circle, { cupboard: { ...others, chair: 1 } })).fallen).toContainEqual(
      expect.objectContaining({ why: '1 chair short.' }),
    )
    expect(composed(askFor(circle, { cupboard: { ...FULL_CUPBOARD, mat: 0 } })).plans.length).toBeGreaterThan(0)
  })
  it('takes movements out for which a prop is short, and says so', () => {
    const { fallen } = problemOf(askFor(circle, { cupboard: {} }))
    expect(fallen.some((other) => /short\.$/.test(other.why))).toBe(true)
  })
})

describe('the rules', () => {
  const problem = problemOf(askFor(circle, { most: 6, chains: true }))
  const anyLine = fc
    .array(fc.nat({ max: problem.options.length - 1 }), { minLength: 2, maxLength: 9 })
    .map((picks) => picks.map((pick) => problem.options[pick]!))
  it('are the same in one pass as in words', () => {
    const evaluator = new Evaluator(problem)
    fc.assert(
      fc.property(anyLine, (line) => {
        const score = evaluator.scoreOf(line)
        if (brokenRule(line, problem) === null) expect(score).toBeCloseTo(scoreOf(line, problem), 6)
        else expect(score).toBe(-Infinity)
      }),
      { numRuns: 2000 },
    )
  })
  it('are never broken, whatever the circle, its cupboard and its wishes', () => {
    const considerations = [...catalogue.considerations.values()].filter((row) => !row.redFlag).map((row) => row.id)
    const person = fc.record({
      tier: fc.constantFrom(...TIERS),
      considerations: fc.array(fc.constantFrom(...considerations), { maxLength: 3 }),
      pace: fc.constantFrom('brisk' as const, 'usual' as const, 'very-slow' as const),
    })
    fc.assert(
      fc.property(
        fc.array(person, { minLength: 1, maxLength: 9 }),
        fc.constantFrom(20, 30, 45),
        fc.boolean(),
        fc.string({ maxLength: 4 }),
        fc.constantFrom(null, 5, 9),
        fc.constantFrom({ cupboard: FULL_CUPBOARD, chains: true }, { cupboard: {}, chains: false }),
        (people, minutes, floor, seed, most, { cupboard, chains }) => {
          const ask = askFor(
            people.map((one, at) =>
              personIn(one.tier, {
                id: `p${at}`,
                pace: one.pace,
                considerations: one.considerations.map((consideration) => ({
                  consideration,
                  side: 'both' as const,
                  clearedBy: '',
                })),
              }),
            ),
            { minutes, floor, seed, most, cupboard, chains },
          )
          const { plans, problem: asked } = composed(ask, null, 4000)
          for (const { plan, seconds } of plans) {
            expect(seconds).toBeLessThanOrEqual(minutes * 60)
            expect(brokenRule(lineOf(plan, asked), asked)).toBeNull()
            // With an empty cupboard nothing is used but chairs, beds, mats and the wall.
            const users = ridersOf(plan, asked, ask)
            expect(propsOut(users, cupboard, catalogue).short).toEqual([])
            expect(plan.blocks.some((block) => asked.fallen.some((fallen) => fallen.movement === block.movement))).toBe(
              false,
            )
          }
        },
      ),
      { numRuns: 40 },
    )
  })
})

describe('the search', () => {
  const few = (movements: string[], minutes: number) => {
    const problem = problemOf(askFor(circle, { minutes }))
    return { ...problem, options: problem.options.filter((option) => movements.includes(option.movement)) }
  }
  it.each([
    [['paced-breath', 'upper-back-turn', 'round-and-arch', 'bridge', 'hip-rock'], 14],
    [['paced-breath', 'rest-fold', 'posture-lift', 'ankle-on-knee', 'side-bend'], 18],
    [['paced-breath', 'front-of-hip-opening', 'knee-sways', 'sit-to-stand', 'heel-raises'], 20],
  ])('finds what brute force finds among %j in %i min', (movements, minutes) => {
    const problem = few(movements, minutes)
    const line = bestLine(problem, randomFrom('small').next, 30_000)!
    expect(scoreOf(line, problem)).toBeCloseTo(bruteForce(problem), 6)
  })
  it('is never better than the bound, nor the bound of parts under that of wholes (HiGHS as the judge)', () => {
    for (const minutes of [14, 20]) {
      const problem = few(
        ['paced-breath', 'upper-back-turn', 'round-and-arch', 'bridge', 'hip-rock', 'ankle-on-knee', 'wall-angels'],
        minutes,
      )
      const score = scoreOf(bestLine(problem, randomFrom('bound').next, 30_000)!, problem)
      const [parts, wholes] = [boundOf(problem, solve, false)!, boundOf(problem, solve, true)!]
      expect(wholes).toBeGreaterThanOrEqual(score - 1e-6)
      expect(parts).toBeGreaterThanOrEqual(wholes - 1e-6)
      expect(gapOf(score, wholes)).toBeGreaterThanOrEqual(0)
    }
  })
  it('comes within 5 % of the proven bound for an ordinary evening', () => {
    for (const [most, chains] of [
      [null, false],
      [mostBlocks('some', 45), false],
      [mostBlocks('some', 45), true],
    ] as const) {
      const answer = composed(askFor(circle, { most, chains }))
      const gap = gapOf(answer.plans[0]!.score, boundOf(answer.problem, solve, false))
      expect(gap, String(most)).toBeLessThan(0.05)
    }
  })
  it('goes on from the plan that is there, and keeps what was pinned since', () => {
    const ask = askFor(circle)
    const [first] = composed(ask).plans
    const again = composed({ ...ask, pinned: ['heel-raises'] }, first!.plan, 20_000).plans[0]!
    expect(again.plan.blocks.map((block) => block.movement)).toContain('heel-raises')
    expect(again.score).toBeGreaterThan(0.9 * first!.score)
  })
})

it('a bound’s model is text that a solver reads', () => {
  const model = boundModel(problemOf(askFor(circle, { minutes: 20 })), { withHolds: true, whole: false })
  expect(model.startsWith('Maximize\n')).toBe(true)
  expect(model).not.toMatch(/NaN|Infinity|undefined/)
})
