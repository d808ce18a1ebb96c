import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { contradictionsIn } from '../catalogue/contradictions'
import { PARTS } from '../catalogue/chain'
import { SchoolId, TIERS } from '../catalogue/words'
import { shippedData } from '../../tests/shippedCatalogue'
import { secondsOf } from '../time/secondsOf'
import { isTwoSided } from '../time/workSeconds'
import * as chains from './chain'
import * as edits from './chainEdits'
import { courseOf } from './course'
import { coverageOf } from './coverage'
import { edited, type Edit } from './edits'
import type { Block, Plan } from './plan'
import { timelineOf } from './timeline'

const catalogue = shippedCatalogue()
const MET = new Set(catalogue.movements.keys())
const time = (plan: Plan, people = TIERS.map((tier) => personIn(tier, { id: tier }))) =>
  timelineOf(plan, ridersIn(plan, people), MET, catalogue)
const after = (plan: Plan, made: readonly Edit[]) => made.reduce(edited, plan)
const ids = ({ blocks }: Pick<Plan, 'blocks'>) => blocks.map(({ id }) => id).join(' ')
let made = 0
const freshId = () => `x${(made += 1)}`
const TWO = { id: 'two', name: 'Two in one' }
const marked = (...movements: string[]) =>
  movements.map((movement) => blockOfMovement(movement, { chain: TWO, rounds: 1, restSeconds: 0 }))

describe('a chain', () => {
  const plan = planWith(['knee-sways', 'bridge', 'heel-raises', 'side-bend'])
  it('is made of blocks that are chosen: those that stand apart come behind the first, in their order', () => {
    const linked = after(plan, edits.chainEdits(plan, ['side-bend', 'knee-sways', 'heel-raises'], TWO))
    expect(ids(linked)).toBe('knee-sways heel-raises side-bend bridge')
    expect(chains.chainsOf(linked.blocks)).toMatchObject([{ ...TWO, from: 0 }])
    expect(chains.chainOf(linked.blocks, 'bridge')).toBeNull()
    expect(linked.blocks.map((_, at) => chains.goesOn(linked.blocks, at))).toEqual([false, true, true, false])
    expect(linked.blocks.map((_, at) => chains.beginsChain(linked.blocks, at))).toEqual([true, false, false, false])
  })
  it('is not made of one, of seven, of the same twice, nor with breath in it; and it says why', () => {
    const many = planWith([...catalogue.movements.keys()].filter((id) => id !== 'paced-breath').slice(0, 7))
    const twice = planWith(['bridge', blockOfMovement('bridge', { id: 'again' }), 'side-bend'])
    const breath = planWith(['bridge', 'paced-breath'])
    const why = (of: Plan) =>
      edits.whyNoChain(
        of,
        of.blocks.map(({ id }) => id),
        catalogue,
      )
    expect(edits.whyNoChain(plan, ['bridge'], catalogue)).toBe('A chain has two movements at least.')
    expect(why(many)).toBe('A chain has six movements at most.')
    expect(why(twice)).toBe('A movement is once in a chain.')
    expect(why(breath)).toBe('A chain goes on without a stop: breath stands by itself.')
    expect(why(plan)).toBeNull()
  })
  it('is taken apart, and given another name', () => {
    const linked = after(plan, edits.chainEdits(plan, ['bridge', 'heel-raises'], TWO))
    const [chain] = chains.chainsOf(linked.blocks)
    expect(chains.chainsOf(after(linked, edits.renameEdits(chain!, 'Lift')).blocks)[0]!.name).toBe('Lift')
    expect(after(linked, edits.looseEdits(chain!))).toEqual(plan)
  })
  it('is not split by what is put into it, and is copied as another chain', () => {
    const { blocks } = after(plan, edits.chainEdits(plan, ['bridge', 'heel-raises'], TWO))
    expect(blocks.map(({ id }) => chains.outsideChain(blocks, id))).toEqual([
      ...['knee-sways', 'bridge', 'side-bend', 'side-bend'],
    ])
    expect(chains.outsideChain(blocks, 'heel-raises', 'bridge')).toBe('heel-raises')
    const copies = edits.copiesOf(blocks.slice(1), freshId)
    expect(chains.chainsOf([...blocks, ...copies]).map(({ name }) => name)).toEqual([TWO.name, TWO.name])
    expect(copies.at(-1)).not.toHaveProperty('chain')
  })
  it('is none any more where a part is taken away from it, and one again when it comes back', () => {
    const linked = after(plan, edits.chainEdits(plan, ['bridge', 'heel-raises'], TWO))
    const apart = edited(linked, { edit: 'moveBlock', id: 'heel-raises', before: 'knee-sways' })
    expect(chains.chainsOf(apart.blocks)).toEqual([])
    const back = edited(apart, { edit: 'moveBlock', id: 'heel-raises', before: 'side-bend' })
    expect(chains.chainsOf(back.blocks)).toHaveLength(1)
  })
})

describe('a chain that does one side and then the other', () => {
  const plan = planWith([...marked('knee-lift-hold', 'bridge', 'slow-knee-lowering'), 'rest-fold'])
  const [chain] = chains.chainsOf(plan.blocks)
  const bySide = after(plan, edits.bySideEdits(chain!, catalogue, { before: 'rest-fold', freshId }))
  it('does everything on the first side, and again on the other what has sides', () => {
    expect(bySide.blocks.map(({ movement, onSide }) => `${movement} ${onSide ?? ''}`.trim())).toEqual([
      ...['knee-lift-hold first', 'bridge', 'slow-knee-lowering first'],
      ...['knee-lift-hold second', 'slow-knee-lowering second', 'rest-fold'],
    ])
    expect(chains.chainsOf(bySide.blocks)[0]!.blocks).toHaveLength(5)
    expect(chains.partsOfChain(chains.chainsOf(bySide.blocks)[0]!)).toHaveLength(3)
    expect(after(bySide, edits.partByPartEdits(chains.chainsOf(bySide.blocks)[0]!))).toEqual(plan)
    expect(chains.isBySide(chain!)).toBe(false)
  })
  it('works as long as both sides would, with one change of side', () => {
    const parts = time(bySide).blocks.flatMap(({ lanes }) => lanes.floor!.parts)
    const loose = time(plan).blocks.flatMap(({ lanes }) => lanes.floor!.parts)
    const worked = (of: typeof parts, side: string) =>
      of.filter((part) => part.kind === 'work' && part.side === side).reduce((sum, { seconds }) => sum + seconds, 0)
    for (const side of ['first', 'second', 'both']) expect(worked(parts, side)).toBeCloseTo(worked(loose, side), 9)
    expect(parts.filter(({ kind }) => kind === 'change-side')).toHaveLength(1)
    expect(loose.filter(({ kind }) => kind === 'change-side')).toHaveLength(2)
  })
  it('gives every region what its parts on both sides would', () => {
    const people = TIERS.map((tier) => personIn(tier, { id: tier }))
    const [apart, together] = [plan, bySide].map((one) => coverageOf(one, ridersIn(one, people), catalogue))
    for (const tier of TIERS)
      for (const [region, { usual }] of apart![tier]) expect(together![tier].get(region)?.usual).toBeCloseTo(usual, 9)
  })
  it('has one dose for both sides, whatever is changed', () => {
    const [first, second] = [0, 3].map((at) => bySide.blocks[at]!)
    expect(chains.twinOf(bySide.blocks, first!.id)).toBe(second)
    expect(chains.twinOf(bySide.blocks, 'bridge')).toBeUndefined()
    const changed = after(bySide, edits.onBothSides(bySide, { edit: 'setRounds', id: second!.id, rounds: 3 }))
    expect([0, 3].map((at) => changed.blocks[at]!.rounds)).toEqual([3, 3])
  })
  it('keeps its place in the chain where another movement takes it, on the sides that this one has', () => {
    const swapped = (movement: string) =>
      after(bySide, edits.swapEdits(bySide, bySide.blocks[3]!.id, catalogue.movements.get(movement)!, catalogue))
    const said = ({ blocks }: Plan) => blocks.map(({ movement, onSide }) => `${movement} ${onSide ?? ''}`.trim())
    expect(said(swapped('hip-circles'))).toEqual([
      ...['hip-circles first', 'bridge', 'slow-knee-lowering first', 'hip-circles second'],
      ...['slow-knee-lowering second', 'rest-fold'],
    ])
    expect(said(swapped('heel-raises'))).toEqual([
      ...['heel-raises', 'bridge', 'slow-knee-lowering first', 'slow-knee-lowering second', 'rest-fold'],
    ])
    expect(chains.chainsOf(swapped('heel-raises').blocks)[0]!.blocks).toHaveLength(4)
    expect(edits.withTwins(bySide.blocks, ['bridge', bySide.blocks[0]!.id])).toHaveLength(3)
  })
  it('gives nothing up on one side alone, and nothing on the other once one is done', () => {
    const rounds = (of: readonly Block[]) => of.map((block) => block.rounds).join('')
    const [first] = bySide.blocks
    expect(rounds(edits.withChanged(bySide.blocks, first!.id, (block) => ({ ...block, rounds: 3 })))).toBe('311311')
    expect(edits.withChanged(bySide.blocks, first!.id, () => null)).toHaveLength(4)
    expect([0, 1].map((from) => edits.isOpenFrom(bySide.blocks, from, first!.id))).toEqual([true, false])
    const week = courseOf(bySide, { weeks: 3, variety: 1 }, () => true, catalogue)
    for (const { plan: of } of week)
      for (const block of of.blocks) {
        const twin = chains.twinOf(of.blocks, block.id)
        if (block.onSide)
          expect([twin?.movement, twin?.dose, twin?.rounds]).toEqual([block.movement, block.dose, block.rounds])
      }
  })
  it('says of each block which part it is', () => {
    expect(chains.partOfChain(bySide.blocks, bySide.blocks[4]!.id)).toEqual({
      ...{ name: TWO.name, part: 3, of: 3, onSide: 'second' },
    })
    expect(chains.partOfChain(bySide.blocks, 'rest-fold')).toBeNull()
  })
})

const inner = [...catalogue.movements.values()].filter(({ quality }) => quality !== 'breath').map(({ id }) => id)
const anyParts = fc.uniqueArray(fc.constantFrom(...inner), { minLength: PARTS.least, maxLength: PARTS.most })
const anyPeople = fc
  .array(fc.record({ tier: fc.constantFrom(...TIERS), pace: fc.constantFrom('brisk' as const, 'slow' as const) }), {
    minLength: 1,
    maxLength: 5,
  })
  .map((people) => people.map(({ tier, pace }, at) => personIn(tier, { id: `p${at}`, pace })))

/** The work of one person by hand: every round of every side that is on, a change of side where the other begins. */
function workByHand(blocks: readonly Block[], tier: 'chair'): number {
  let [sum, side] = [0, '']
  for (const block of blocks) {
    const movement = catalogue.movements.get(block.movement)!
    const rung = movement.ladders[tier]?.find(({ level }) => level === 2) ?? movement.ladders[tier]?.[0]
    const sides = rung?.sides ?? movement.sides
    const change = catalogue.postures.get(rung?.postureId ?? '')?.sideChangeSeconds ?? 4
    const once = secondsOf(block.dose, sides)
    if (!isTwoSided(sides)) sum += once
    else if (block.onSide === undefined) sum += 2 * once + change
    else sum += once + (block.onSide === 'second' && side === 'first' ? change : 0)
    side = block.onSide ?? side
    if (block.onSide === 'second') side = 'second'
  }
  return sum
}

describe('the time of a chain', () => {
  it('is that of its parts, less what introduces them, whoever is there', () => {
    fc.assert(
      fc.property(anyParts, anyPeople, (movements, people) => {
        const loose = planWith(movements.map((id) => blockOfMovement(id, { rounds: 1 })))
        const chain = planWith(loose.blocks.map((block) => ({ ...block, chain: { id: 'c', name: '' } })))
        const [apart, together] = [time(loose, people), time(chain, people)]
        together.blocks.forEach((block, at) => {
          const other = apart.blocks[at]!
          expect([block.workSeconds, block.changeoverSeconds]).toEqual([other.workSeconds, other.changeoverSeconds])
          expect(block.introductionSeconds).toBeLessThanOrEqual(other.introductionSeconds)
        })
        const sum = together.blocks.reduce((seconds, block) => seconds + block.seconds, together.endingSeconds)
        expect(together.seconds).toBeCloseTo(sum, 6)
        expect(together.seconds).toBeLessThanOrEqual(apart.seconds)
      }),
      { numRuns: 150 },
    )
  })
  it('is as long as by hand, side by side and side after side (brute force)', () => {
    const oneSided = inner.filter((id) => catalogue.movements.get(id)!.ladders.chair)
    fc.assert(
      fc.property(fc.uniqueArray(fc.constantFrom(...oneSided), { minLength: 2, maxLength: 6 }), (movements) => {
        const parts = movements.map((id) => blockOfMovement(id, { rounds: 1, restSeconds: 0, chain: TWO }))
        const partByPart = planWith(parts)
        const [chain] = chains.chainsOf(partByPart.blocks)
        const bySide = after(partByPart, edits.bySideEdits(chain!, catalogue, { before: null, freshId }))
        for (const plan of [partByPart, bySide]) {
          const worked = time(plan, [personIn('chair', { id: 'one' })]).blocks.map(({ workSeconds }) => workSeconds)
          const byHand = plan.blocks.map((_, at) => workByHand(plan.blocks.slice(0, at + 1), 'chair'))
          let sum = 0
          worked.forEach((seconds, at) => expect((sum += seconds)).toBeCloseTo(byHand[at]!, 6))
        }
      }),
      { numRuns: 150 },
    )
  })
})

describe('the ready chains', () => {
  it('are a dozen and more, each in all tiers', () => {
    expect(catalogue.chains.length).toBeGreaterThanOrEqual(12)
    for (const { id, parts } of catalogue.chains)
      for (const { movement } of parts) {
        const { ladders, standIns } = catalogue.movements.get(movement)!
        for (const tier of TIERS) expect(ladders[tier] ?? standIns[tier], `${id} ${movement} ${tier}`).toBeTruthy()
      }
  })
  // The changeover judge is the registry's: `time/changeover.test.ts` holds the same ways against Dijkstra of ngraph.
  it.each(shippedCatalogue().chains.map((chain) => [chain.id, chain] as const))(
    '%s shares its postures: nobody moves to another place between its parts for more than a moment',
    (_, chain) => {
      for (const school of SchoolId.options) {
        const blocks = edits.blocksOfChain(chain, { school, freshId, catalogue })!
        for (const level of [1, 2, 3]) {
          const people = TIERS.map((tier) =>
            personIn(tier, {
              id: tier,
              levels: [...MET].map((movement) => ({ movement, tier, side: 'both' as const, level })),
            }),
          )
          const plan = planWith(blocks, { school })
          const ways = time(plan, people).blocks.slice(1)
          for (const { lanes, blockId } of ways)
            for (const tier of TIERS)
              expect(lanes[tier]!.changeoverSeconds, `${blockId} ${tier} level ${level}`).toBeLessThanOrEqual(10)
        }
      }
    },
  )
  it('name movements that there are', () => {
    const data = shippedData()
    const [first] = data.chains
    const wrong = { ...first!, parts: [{ movement: 'no-such', rounds: 1 }, ...first!.parts] }
    expect(contradictionsIn({ ...data, chains: [wrong] })).toEqual([
      { file: 'chains.yaml', path: '', message: 'unknown movement "no-such"' },
    ])
  })
})

describe('a block that is put before another', () => {
  const plan = planWith(['weight-shifts', 'side-bend', 'knee-sways', 'bridge', 'heel-raises'])
  const linked = after(plan, edits.chainEdits(plan, ['knee-sways', 'bridge'], TWO))
  const moved = (id: string, before: string | null) => ids(after(linked, edits.movedWhole(linked.blocks, id, before)))
  it('takes its chain along', () => {
    expect(moved('bridge', 'side-bend')).toBe('weight-shifts knee-sways bridge side-bend heel-raises')
    expect(moved('knee-sways', null)).toBe('weight-shifts side-bend heel-raises knee-sways bridge')
  })
  it('does not come between the parts of another', () => {
    expect(moved('heel-raises', 'bridge')).toBe('weight-shifts side-bend heel-raises knee-sways bridge')
  })
  it('is moved by itself within its own', () => {
    expect(moved('bridge', 'knee-sways')).toBe('weight-shifts side-bend bridge knee-sways heel-raises')
  })
})
