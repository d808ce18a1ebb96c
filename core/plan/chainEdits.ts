import { PARTS, type ReadyChain } from '../catalogue/chain'
import type { Catalogue, Movement } from '../catalogue/catalogue'
import type { SchoolId } from '../catalogue/words'
import { entryAt } from '../entries'
import { isTwoSided } from '../time/workSeconds'
import { chainOf, chainsOf, isBySide, partsOfChain, twinOf, type Chain } from './chain'
import { blockFor, type Edit } from './edits'
import type { Block, Plan } from './plan'

/**
 * Why some blocks cannot be made a chain, in words; null: they can.
 *
 * @param ids of the blocks, in any order
 * @example
 * whyNoChain(plan, ['a'], catalogue) // 'A chain has two movements at least.'
 */
export function whyNoChain(plan: Plan, ids: readonly string[], { movements }: Pick<Catalogue, 'movements'>) {
  const blocks = plan.blocks.filter(({ id }) => ids.includes(id))
  const parts = partsOfChain({ blocks })
  if (parts.length < PARTS.least) return 'A chain has two movements at least.'
  if (parts.length > PARTS.most) return 'A chain has six movements at most.'
  if (blocks.length > parts.length) return 'A movement is once in a chain.'
  const breath = blocks.find(({ movement }) => movements.get(movement)?.quality === 'breath')
  return breath ? 'A chain goes on without a stop: breath stands by itself.' : null
}

/**
 * The commands that make blocks one chain: those that stand apart come behind the first, in their order.
 *
 * @example
 * chainEdits(plan, ['a', 'c'], { id: 'x', name: 'Two' }).map(({ edit }) => edit)
 * // ['setChain', 'setChain', 'moveBlock']
 */
export function chainEdits(plan: Plan, ids: readonly string[], chain: Block['chain']): Edit[] {
  const blocks = plan.blocks.filter(({ id }) => ids.includes(id))
  const from = plan.blocks.indexOf(entryAt(blocks, 0))
  const behind = plan.blocks.slice(from + 1).find(({ id }) => !ids.includes(id))?.id ?? null
  const apart = plan.blocks.slice(behind === null ? Infinity : plan.blocks.findIndex(({ id }) => id === behind))
  return [
    ...blocks.map(({ id }) => ({ edit: 'setChain' as const, id, chain })),
    ...apart.filter(({ id }) => ids.includes(id)).map(({ id }) => ({ edit: 'moveBlock' as const, id, before: behind })),
  ]
}

/**
 * The commands that take a chain apart: its parts stay, each for itself and on both sides.
 *
 * @example
 * looseEdits({ id: 'c', name: 'Two', from: 0, blocks: plan.blocks.slice(0, 1) }) // [{ edit: 'setChain', id: 'a' }]
 */
export function looseEdits(chain: Chain): Edit[] {
  return [
    ...partByPartEdits(chain),
    ...chain.blocks
      .filter(({ onSide }) => onSide !== 'second')
      .map(({ id }): Edit => ({ edit: 'setChain', id, chain: undefined })),
  ]
}

/**
 * The commands that give a chain another name.
 *
 * @example
 * renameEdits({ id: 'c', name: 'Two', from: 0, blocks: plan.blocks.slice(0, 1) }, 'Pair')
 * // [{ edit: 'setChain', id: 'a', chain: { id: 'c', name: 'Pair' } }]
 */
export function renameEdits({ id: chain, blocks }: Chain, name: string): Edit[] {
  return blocks.map(({ id }) => ({ edit: 'setChain', id, chain: { id: chain, name } }))
}

/**
 * The commands that have a chain done whole on one side, and then on the other: what has no sides is done once, on the
 * way.
 *
 * @param freshId makes ids for the second side's blocks
 * @returns empty where none of it has sides, or it is done so already
 * @example
 * bySideEdits({ id: 'c', name: 'Two', from: 0, blocks: plan.blocks }, catalogue, { before: null, freshId: () => 'x' })
 * .map(({ edit }) => edit) // ['setOnSide', 'setOnSide', 'addBlock', 'addBlock']
 */
export function bySideEdits(
  chain: Chain,
  { movements }: Pick<Catalogue, 'movements'>,
  { before, freshId }: { before: string | null; freshId: () => string },
): Edit[] {
  const sided = chain.blocks.filter(({ movement }) => isTwoSided(movements.get(movement)?.sides ?? 'both'))
  if (sided.length === 0 || isBySide(chain)) return []
  return [
    ...sided.map(({ id }): Edit => ({ edit: 'setOnSide', id, onSide: 'first' })),
    ...sided.map((block): Edit => ({ edit: 'addBlock', block: secondOf(block, freshId()), before })),
  ]
}

const secondOf = (block: Block, id: string): Block => ({ ...block, id, onSide: 'second' })

/**
 * The commands that have each part of a chain done on both sides before the next.
 *
 * @example
 * partByPartEdits({ id: 'c', name: 'Two', from: 0, blocks: plan.blocks }) // []
 */
export function partByPartEdits({ blocks }: Pick<Chain, 'blocks'>): Edit[] {
  return blocks.flatMap(({ id, onSide }): Edit[] => {
    if (onSide === undefined) return []
    return [onSide === 'second' ? { edit: 'removeBlock', id } : { edit: 'setOnSide', id, onSide: undefined }]
  })
}

/** Commands that set one thing of a block, which holds for both of its sides. */
const OF_BOTH_SIDES = new Set<Edit['edit']>([
  'setDose',
  'setRounds',
  'setRest',
  'setUntilTalk',
  'setCatchUp',
  'setLane',
])

/**
 * A command with what it asks of the block's other side, where its chain does the sides one after the other.
 *
 * @example
 * onBothSides(plan, { edit: 'setRounds', id: 'a', rounds: 2 }) // [{ edit: 'setRounds', id: 'a', rounds: 2 }]
 */
export function onBothSides(plan: Plan, edit: Edit): Edit[] {
  if (!('id' in edit)) return [edit]
  const twin = twinOf(plan.blocks, edit.id)
  if (!twin) return [edit]
  if (edit.edit === 'setBlock')
    return [edit, { ...edit, id: twin.id, block: { ...edit.block, id: twin.id, onSide: twin.onSide } }]
  return OF_BOTH_SIDES.has(edit.edit) ? [edit, { ...edit, id: twin.id }] : [edit]
}

/**
 * A ready chain as blocks, with the school's doses.
 *
 * @param freshId makes an id each for the chain and its blocks
 * @param times how often each part is done in the place of once
 * @returns null where a movement is not in the catalogue
 * @example
 * blocksOfChain({ id: 'two', name: 'Two', words: '', bySide: false, parts: [{ movement: 'bridge', rounds: 1 },
 * { movement: 'sit-to-stand', rounds: 1 }] }, { school: 'dwell', freshId: () => 'x', catalogue }).length // 2
 */
export function blocksOfChain(
  { name, bySide, parts }: ReadyChain,
  {
    school,
    freshId,
    times = 1,
    catalogue,
  }: { school: SchoolId; freshId: () => string; times?: number; catalogue: Catalogue },
): Block[] | null {
  const chain = { id: freshId(), name }
  const blocks = parts.flatMap(({ movement: id, rounds: once }): Block[] => {
    const movement = catalogue.movements.get(id)
    if (!movement) return []
    const rounds = once * times
    const block = blockFor(movement, school, freshId(), catalogue)
    return [{ ...block, rounds, restSeconds: rounds > 1 ? block.restSeconds : 0, chain }]
  })
  if (blocks.length < parts.length) return null
  const sided = blocks.filter(({ movement }) => isTwoSided(catalogue.movements.get(movement)?.sides ?? 'both'))
  if (!bySide) return blocks
  return [
    ...blocks.map((block): Block => (sided.includes(block) ? { ...block, onSide: 'first' } : block)),
    ...sided.map((block) => secondOf(block, freshId())),
  ]
}

/**
 * The commands that put another movement in the place of a block: in a chain it stays a part of it, on both sides where
 * it has two.
 *
 * @example
 * swapEdits(plan, 'a', sideBend, catalogue).map(({ edit }) => edit) // ['setBlock']
 */
export function swapEdits(plan: Plan, id: string, movement: Movement, catalogue: Catalogue): Edit[] {
  const before = plan.blocks.find((block) => block.id === id)
  const twin = twinOf(plan.blocks, id)
  const { chain } = before ?? {}
  const put = (of: string, onSide: Block['onSide']): Edit => {
    const block = blockFor(movement, plan.school, of, catalogue)
    return { edit: 'setBlock', id: of, block: { ...block, ...(chain && { chain }), ...(onSide && { onSide }) } }
  }
  if (!twin) return [put(id, undefined)]
  if (isTwoSided(movement.sides)) return [put(id, before?.onSide), put(twin.id, twin.onSide)]
  const [first, second] = before?.onSide === 'second' ? [twin.id, id] : [id, twin.id]
  return [put(first, undefined), { edit: 'removeBlock', id: second }]
}

/**
 * The ids of blocks with those of the other sides, where their chains do one side after the other.
 *
 * @example
 * withTwins(plan.blocks, ['a']) // ['a']
 */
export function withTwins(blocks: readonly Block[], ids: readonly string[]): string[] {
  return [...new Set(ids.flatMap((id) => [id, twinOf(blocks, id)?.id ?? id]))]
}

/**
 * Copies of blocks, those of a chain as a chain of their own.
 *
 * @example
 * copiesOf(plan.blocks, () => 'x').map(({ id }) => id) // ['x', 'x', 'x']
 */
export function copiesOf(blocks: readonly Block[], freshId: () => string): Block[] {
  const chainIds = new Map(chainsOf(blocks).map(({ id }) => [id, freshId()]))
  return blocks.map(({ chain, onSide, ...block }) => {
    const id = chainIds.get(chain?.id ?? '')
    if (!chain || id === undefined) return { ...block, id: freshId() }
    return { ...block, id: freshId(), chain: { ...chain, id }, ...(onSide && { onSide }) }
  })
}

/**
 * Blocks with one of them changed, on both of its sides where its chain does one after the other.
 *
 * @param change what it becomes; null: it is left out
 * @example
 * withChanged(plan.blocks, 'a', () => null).length // 2
 */
export function withChanged(blocks: readonly Block[], id: string, change: (block: Block) => Block | null): Block[] {
  const ids = withTwins(blocks, [id])
  return blocks.flatMap((block) => (ids.includes(block.id) ? (change(block) ?? []) : block))
}

/**
 * Whether a block may be changed from some place of the plan on: where one side of it was done, the other side is done
 * alike.
 *
 * @example
 * isOpenFrom(plan.blocks, 1, 'a') // false
 */
export function isOpenFrom(blocks: readonly Block[], from: number, id: string): boolean {
  return withTwins(blocks, [id]).every((one) => blocks.findIndex((block) => block.id === one) >= from)
}

/**
 * The commands that put a block before another one, and with each the chain that it is a part of: no chain is split.
 * Within one chain a part is moved by itself.
 *
 * @param before null: at the end
 * @example
 * movedWhole(plan.blocks, 'b', 'a') // [{ edit: 'moveBlock', id: 'b', before: 'a' }]
 */
export function movedWhole(blocks: readonly Block[], id: string, before: string | null): Edit[] {
  const [own, other] = [chainOf(blocks, id), before === null ? null : chainOf(blocks, before)]
  if (own !== null && own.id === other?.id) return [{ edit: 'moveBlock', id, before }]
  const moved = own?.blocks.map((block) => block.id) ?? [id]
  const target = other?.blocks[0]?.id ?? before
  return moved.map((one) => ({ edit: 'moveBlock', id: one, before: target }))
}
