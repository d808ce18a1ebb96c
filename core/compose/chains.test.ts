import { describe, expect, it } from 'vitest'
import { askFor, FULL_CUPBOARD } from '../../tests/asks'
import { bruteForce } from '../../tests/bruteForce'
import { solve } from '../../tests/highs'
import { personIn } from '../../tests/people'
import { planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { TIERS } from '../catalogue/words'
import { checksOf } from '../check/checksOf'
import { chainsOf, partsOfChain } from '../plan/chain'
import { blocksOfChain } from '../plan/chainEdits'
import { PlanOrder } from '../plan/order'
import { timelineOf, type Timeline } from '../plan/timeline'
import { randomFrom } from '../random'
import { boundOf } from './bound'
import { composed, lineOf, planOf } from './compose'
import { exchanged } from './exchange'
import { problemOf, ridersOf, type Problem } from './problem'
import { scoreOf, secondsOfLine, type Line } from './score'
import { bestLine } from './search'

const catalogue = shippedCatalogue()
const circle = TIERS.map((tier, at) => personIn(tier, { id: `p${at}`, name: `P${at}` }))

/** What comes before what. */
const ORDER_KINDS = ['hold-strong', 'twice', 'balance', 'strands', 'floor-trips', 'sides']

describe('chains in a plan', () => {
  const ask = askFor(circle, { chains: true, most: 12 })
  const problem = problemOf(ask)
  const chains = problem.options.filter(({ chain }) => chain !== null)
  /** What the real timeline takes longer; chairs that are turned on the way it knows alone. */
  const forgotten = ({ seconds, blocks }: Timeline, line: Line, of: Problem) => {
    const more = seconds - secondsOfLine(line, of)
    const isTurned = ({ cue }: { cue: string }) => cue === 'Turn the chair round.'
    const turned = blocks.filter(({ lanes }) => TIERS.some((tier) => lanes[tier]?.moves.some(isTurned))).length
    return more > -1e-6 && more <= catalogue.clock.turningChair.seconds * turned + 1e-6 ? 0 : more
  }
  it('are offered where all can do all of their parts, in the order of a session', () => {
    expect(chains.length).toBeGreaterThan(8)
    expect(problemOf(askFor(circle)).options.some(({ chain }) => chain !== null)).toBe(false)
    const banned = problemOf({ ...ask, banned: ['bridge'] }).options
    expect(banned.some(({ movements }) => movements.includes('bridge'))).toBe(false)
  })
  it('take the time that the real timeline takes, and give what its coverage says', () => {
    const breath = problem.options.find(({ quality, rounds }) => quality === 'breath' && rounds === 1)!
    for (const option of chains) {
      const line = [breath, option, breath]
      const plan = planOf(line, ask, problem)
      const riders = ridersOf(plan, problem, ask)
      expect(forgotten(timelineOf(plan, riders, ask.met, catalogue), line, problem)).toBe(0)
      expect(lineOf(plan, problem)).toEqual(line)
      expect(plan.blocks).toHaveLength(option.size + 2)
      expect(chainsOf(plan.blocks)).toHaveLength(1)
    }
  })
  it('take the real time where nobody has met their movements, too', () => {
    const met = new Set<string>()
    const anew = problemOf({ ...ask, met })
    const breath = anew.options.find(({ quality, rounds }) => quality === 'breath' && rounds === 1)!
    for (const option of anew.options.filter(({ chain }) => chain !== null)) {
      const plan = planOf([breath, option], ask, anew)
      const riders = ridersOf(plan, anew, ask)
      expect(forgotten(timelineOf(plan, riders, met, catalogue), [breath, option], anew)).toBe(0)
    }
  })
  it('are taken where they serve, with a reason for each of their blocks, and nothing twice', () => {
    const aims = catalogue.aims.map((aim) => composed({ ...ask, aim }))
    const plans = aims.flatMap((answer) => answer.plans)
    expect(plans.filter(({ plan }) => chainsOf(plan.blocks).length > 0).length).toBeGreaterThan(aims.length / 2)
    for (const { plan, reasons, seconds } of plans) {
      expect(seconds).toBeLessThanOrEqual(45 * 60)
      for (const block of plan.blocks) expect(reasons[block.id], block.movement).toMatch(/^[A-Z0-9].+\.$/)
      const once = plan.blocks.filter(({ onSide, movement }) => onSide !== 'second' && movement !== 'paced-breath')
      expect(new Set(once.map(({ movement }) => movement)).size).toBe(once.length)
    }
  })
  it('are exchanged whole, where something else fits', () => {
    let found = 0
    for (const aim of catalogue.aims.slice(0, 6)) {
      const asked = { ...ask, aim, most: null }
      for (const { plan } of composed(asked).plans) {
        const [first] = chainsOf(plan.blocks)
        const other = first ? exchanged(asked, plan, partsOfChain(first)[0]!) : null
        if (!first || !other) continue
        found += 1
        expect(chainsOf(other.plan.blocks).map(({ name }) => name)).not.toContain(first.name)
        const kept = plan.blocks.filter(({ chain: own }) => own?.name !== first.name).map(({ movement }) => movement)
        expect(other.plan.blocks.map(({ movement }) => movement)).toEqual(expect.arrayContaining(kept))
      }
    }
    expect(found).toBeGreaterThan(2)
  })
})

describe('the search over chains', () => {
  it('finds what brute force finds among chains and movements', () => {
    const problem = problemOf(askFor(circle, { minutes: 16, chains: true }))
    const wanted = ['paced-breath', 'outer-hip-lean', 'bridge', 'chain:sway-lean-lift', 'chain:hip-round', 'side-bend']
    const small = { ...problem, options: problem.options.filter(({ movement }) => wanted.includes(movement)) }
    const line = bestLine(small, randomFrom('small').next, 30_000)!
    expect(scoreOf(line, small)).toBeCloseTo(bruteForce(small), 6)
    for (const whole of [false, true])
      expect(boundOf(small, solve, whole)!).toBeGreaterThanOrEqual(scoreOf(line, small) - 1e-6)
  })
})

describe('the ready chains', () => {
  it.each(shippedCatalogue().chains.map((chain) => [chain.id, chain] as const))(
    '%s keeps the order of a session in itself',
    (_, chain) => {
      let made = 0
      const blocks = blocksOfChain(chain, { school: 'dwell', freshId: () => `x${(made += 1)}`, catalogue })!
      const plan = planWith(['paced-breath', 'round-and-arch', ...blocks, 'rest-fold'])
      const people = TIERS.map((tier) => personIn(tier, { id: tier }))
      const ownIds = new Set(blocks.slice(1).map(({ id }) => id))
      const found = checksOf({
        ...{
          plan,
          people,
          catalogue,
          timeline: timelineOf(plan, ridersIn(plan, people), new Set(catalogue.movements.keys()), catalogue),
          riders: ridersIn(plan, people),
        },
        ...{ venue: { cupboard: FULL_CUPBOARD }, helpers: 2, climbAtMost: 4, aim: null },
      })
      const inside = found.filter(({ kind, blockId }) => ORDER_KINDS.includes(kind) && ownIds.has(blockId ?? ''))
      expect(inside.map(({ what }) => what)).toEqual([])
    },
  )
})

describe('a plan that follows an order', () => {
  const asked = PlanOrder.options.map((order) => [order] as const)
  it.each(asked)('%s: is composed so, says so, and no check has anything against it', (order) => {
    for (const aim of [0, 3, 9].map((at) => catalogue.aims[at]!)) {
      const ask = askFor(circle, { order, aim, most: 11 })
      const { plans, problem } = composed(ask)
      expect(problem.order).toBe(order)
      expect(plans.length).toBeGreaterThan(0)
      for (const { plan } of plans) {
        expect(plan.order).toBe(order)
        const riders = ridersOf(plan, problem, ask)
        const found = checksOf({
          ...{ plan, people: circle, catalogue, timeline: timelineOf(plan, riders, ask.met, catalogue), riders },
          ...{ venue: { cupboard: FULL_CUPBOARD }, helpers: 2, climbAtMost: 4, aim: null },
        })
        expect(found.filter(({ kind }) => kind === 'order')).toEqual([])
      }
    }
  })
  it('is let go where what is pinned cannot be in it, and the checks say so', () => {
    const ask = askFor(circle, { order: 'by-chain', pinned: ['hip-rock'] })
    const { plans, problem } = composed(ask)
    expect(problem.order).toBeNull()
    const { plan } = plans[0]!
    const riders = ridersOf(plan, problem, ask)
    const [found] = checksOf({
      ...{ plan, people: circle, catalogue, timeline: timelineOf(plan, riders, ask.met, catalogue), riders },
      ...{ venue: { cupboard: FULL_CUPBOARD }, helpers: 2, climbAtMost: 4, aim: null },
    }).filter(({ kind }) => kind === 'order')
    expect(found).toMatchObject({ weight: 'consider', why: expect.stringContaining('Chain by chain') })
  })
})
