import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { blockFor, Edit, edited, EditError, inverseOf, replayed } from './edits'
import { emptyPlan, Plan, type Plan as PlanType } from './plan'

const catalogue = shippedCatalogue()
const block = (id: string, movement = 'bridge') => blockFor(catalogue.movements.get(movement)!, 'dwell', id, catalogue)
const planOf = (...ids: string[]): PlanType => ({
  ...emptyPlan('Test', 45, 'dwell'),
  blocks: ids.map((id) => block(id)),
})
const order = (plan: PlanType) => plan.blocks.map((one) => one.id).join('')

describe('the commands of a plan', () => {
  const cases: [string, Edit, string][] = [
    ['adds at the end', { edit: 'addBlock', block: block('d'), before: null }, 'abcd'],
    ['adds before another', { edit: 'addBlock', block: block('d'), before: 'b' }, 'adbc'],
    ['adds at the end when that other is gone', { edit: 'addBlock', block: block('d'), before: 'x' }, 'abcd'],
    ['does not add the same block twice', { edit: 'addBlock', block: block('a'), before: null }, 'abc'],
    ['moves to the front', { edit: 'moveBlock', id: 'c', before: 'a' }, 'cab'],
    ['moves to the end', { edit: 'moveBlock', id: 'a', before: null }, 'bca'],
    ['moves before itself: stays', { edit: 'moveBlock', id: 'b', before: 'b' }, 'abc'],
    ['removes', { edit: 'removeBlock', id: 'b' }, 'ac'],
  ]
  it.each(cases)('%s', (_, edit, expected) => {
    const plan = planOf('a', 'b', 'c')
    expect(order(edited(plan, edit))).toBe(expected)
    expect(order(plan)).toBe('abc')
  })
  it('says so when its block is gone', () => {
    expect(() => edited(planOf('a'), { edit: 'removeBlock', id: 'x' })).toThrow(EditError)
  })
  it('gives a block the school’s dose and side order', () => {
    expect(blockFor(catalogue.movements.get('front-of-hip-opening')!, 'pulse', 'x', catalogue)).toMatchObject({
      dose: { kind: 'pulse' },
      sideOrder: 'taking-turns',
    })
  })
  it('puts commands on top of another version and names those that do not fit any more', () => {
    const theirs = planOf('a', 'c')
    const mine: Edit[] = [
      { edit: 'setRounds', id: 'b', rounds: 3 },
      { edit: 'setTitle', title: 'Mine' },
      { edit: 'addBlock', block: block('d'), before: 'c' },
    ]
    const result = replayed(theirs, mine)
    expect(order(result.plan)).toBe('adc')
    expect(result.plan.title).toBe('Mine')
    expect(result.lost).toHaveLength(1)
    expect(result.kept).toHaveLength(2)
  })

  const anyEdit = (ids: string[]): fc.Arbitrary<Edit> => {
    const id = fc.constantFrom(...ids)
    const before = fc.option(fc.constantFrom(...ids, 'gone'))
    return fc.oneof(
      fc.record({ edit: fc.constant('moveBlock' as const), id, before }),
      fc.record({ edit: fc.constant('removeBlock' as const), id }),
      fc.record({ edit: fc.constant('addBlock' as const), block: fc.constant(block('new')), before }),
      fc.record({ edit: fc.constant('setRounds' as const), id, rounds: fc.integer({ min: 1, max: 10 }) }),
      fc.record({ edit: fc.constant('setRest' as const), id, restSeconds: fc.integer({ min: 0, max: 300 }) }),
      fc.record({
        edit: fc.constant('setDose' as const),
        id,
        dose: fc.constant({ kind: 'hold' as const, seconds: 17 }),
      }),
      fc.record({
        edit: fc.constant('setSideOrder' as const),
        id,
        sideOrder: fc.constantFrom('one-side-first' as const, 'taking-turns' as const),
      }),
      fc.record({ edit: fc.constant('setCatchUp' as const), id, catchUp: fc.boolean() }),
      fc.record({ edit: fc.constant('setUntilTalk' as const), id, untilTalk: fc.constantFrom(true, undefined) }),
      fc.record({
        edit: fc.constant('setChain' as const),
        id,
        chain: fc.constantFrom({ id: 'x', name: 'Two' }, undefined),
      }),
      fc.record({
        edit: fc.constant('setOnSide' as const),
        id,
        onSide: fc.constantFrom('first' as const, 'second' as const, undefined),
      }),
      fc.record({ edit: fc.constant('setTitle' as const), title: fc.string({ maxLength: 120 }) }),
      fc.record({ edit: fc.constant('setMinutes' as const), minutes: fc.integer({ min: 5, max: 180 }) }),
      fc.record({
        edit: fc.constant('setSchool' as const),
        school: fc.constantFrom('pulse' as const, 'press' as const),
      }),
      fc.record({ edit: fc.constant('setPropsLaidOut' as const), propsLaidOut: fc.boolean() }),
      fc.record({
        edit: fc.constant('setLane' as const),
        id,
        tier: fc.constantFrom('bed' as const, 'floor' as const),
        departure: fc.constantFrom(null, { rounds: 2 }, { movement: 'bridge' }),
      }),
      fc.record({ edit: fc.constant('setBlock' as const), id, block: id.map((own) => block(own, 'side-bend')) }),
      fc.record({
        edit: fc.constant('setBlocks' as const),
        blocks: fc.constant<PlanType['blocks']>([block('new', 'wall-sit')]),
      }),
      fc.record({ edit: fc.constant('setWaitAfterLying' as const), waitAfterLying: fc.boolean() }),
      fc.record({ edit: fc.constant('setSpaceCheck' as const), spaceCheck: fc.boolean() }),
      fc.record({ edit: fc.constant('setDrinkBreak' as const), drinkBreak: fc.boolean() }),
      fc.record({ edit: fc.constant('setExhaleCue' as const), exhaleCue: fc.boolean() }),
      fc.record({
        edit: fc.constant('setOrder' as const),
        order: fc.constantFrom(null, 'feet-up' as const, 'by-chain' as const),
      }),
      fc.record({
        edit: fc.constant('setAim' as const),
        aim: fc.constantFrom(null, {
          id: 'easy',
          name: 'Easy',
          words: '',
          quality: 'mobility' as const,
          regions: { neck: 1 },
        }),
      }),
    )
  }
  it('is every command there is, in what follows', () => {
    const kinds = new Set(fc.sample(anyEdit(['a', 'b']), 2_000).map((edit) => edit.edit))
    expect([...kinds].sort()).toEqual(Edit.options.map((option) => option.shape.edit.value).sort())
  })
  it('takes every command back exactly', () => {
    const plan = planOf('a', 'b', 'c', 'd')
    fc.assert(
      fc.property(anyEdit(['a', 'b', 'c', 'd']), (edit) => {
        expect(edited(edited(plan, edit), inverseOf(plan, edit))).toEqual(plan)
      }),
    )
  })
  it('always leaves a plan that can be stored', () => {
    fc.assert(
      fc.property(fc.array(anyEdit(['a', 'b', 'c']), { maxLength: 12 }), (edits) => {
        const { plan } = replayed(planOf('a', 'b', 'c'), edits)
        expect(Plan.safeParse(JSON.parse(JSON.stringify(plan))).success).toBe(true)
      }),
    )
  })
})
