import { PARTS, type ReadyChain } from '../catalogue/chain'
import type { Catalogue } from '../catalogue/catalogue'
import type { SchoolId } from '../catalogue/words'
import { entryAt } from '../entries'
import { isTwoSided } from '../time/workSeconds'
import { blockFor, type Edit } from './edits'
import type { Block, Plan } from './plan'

/** Blocks that follow one another as one short flow. */
export interface Chain {
  id: string
  name: string
  /** The place of its first block in the plan. */
  from: number
  blocks: Block[]
}

/**
 * The chains of a plan: neighbours that carry the same mark. A block that was moved away from its chain carries the mark
 * on, and is a block like any other until it comes back.
 *
 * @example
 * chainsOf(plan.blocks) // []
 */
export function chainsOf(blocks: readonly Block[]): Chain[] {
  const runs: Chain[] = []
  blocks.forEach((block, from) => {
    if (!block.chain) return
    const last = runs.at(-1)
    if (last && last.id === block.chain.id && last.from + last.blocks.length === from) last.blocks.push(block)
    else runs.push({ ...block.chain, from, blocks: [block] })
  })
  return runs.filter((run) => run.blocks.length >= PARTS.least)
}

/**
 * The chain that a block is a part of; null where it stands by itself.
 *
 * @example
 * chainOf(plan.blocks, 'a') // null
 */
export function chainOf(blocks: readonly Block[], id: string): Chain | null {
  return chainsOf(blocks).find((chain) => chain.blocks.some((block) => block.id === id)) ?? null
}

/**
 * Whether a block goes on with the chain of the one before it: it is done without a stop after it.
 *
 * @example
 * goesOn(plan.blocks, 0) // false
 */
export function goesOn(blocks: readonly Block[], at: number): boolean {
  const id = blocks[at]?.chain?.id
  return id !== undefined && blocks[at - 1]?.chain?.id === id
}

/**
 * Whether a block is the first of a chain.
 *
 * @example
 * beginsChain(plan.blocks, 0) // false
 */
export function beginsChain(blocks: readonly Block[], at: number): boolean {
  return goesOn(blocks, at + 1) && !goesOn(blocks, at)
}

/**
 * Whether the chain of a block comes to the other side with it.
 *
 * @example
 * turnsTo(plan.blocks, 0) // false
 */
export function turnsTo(blocks: readonly Pick<Block, 'onSide'>[], at: number): boolean {
  return blocks[at]?.onSide === 'second' && blocks[at - 1]?.onSide !== 'second'
}

/**
 * The movements of a chain, each once.
 *
 * @example
 * partsOfChain({ id: 'c', name: 'Two', from: 0, blocks: plan.blocks }).length // 3
 */
export function partsOfChain({ blocks }: Pick<Chain, 'blocks'>): string[] {
  return [...new Set(blocks.map(({ movement }) => movement))]
}

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
 * Whether a chain is done whole on one side and then on the other.
 *
 * @example
 * isBySide({ blocks: plan.blocks }) // false
 */
export function isBySide({ blocks }: Pick<Chain, 'blocks'>): boolean {
  return blocks.some(({ onSide }) => onSide !== undefined)
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

/**
 * The same movement on the other side of the same chain.
 *
 * @example
 * twinOf(plan.blocks, 'a') // undefined
 */
export function twinOf(blocks: readonly Block[], id: string): Block | undefined {
  const block = blocks.find((other) => other.id === id)
  if (!block?.onSide) return undefined
  return chainOf(blocks, id)?.blocks.find(
    (other) => other.movement === block.movement && other.onSide !== undefined && other.onSide !== block.onSide,
  )
}

/** Commands that set one thing of a block, which holds for both of its sides. */
const OF_BOTH_SIDES = new Set<Edit['edit']>(['setDose', 'setRounds', 'setRest', 'setCatchUp', 'setLane'])

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
    return [
      { ...edit, block: { ...edit.block, onSide: twin.onSide === 'first' ? 'second' : 'first' } },
      { ...edit, id: twin.id, block: { ...edit.block, id: twin.id, onSide: twin.onSide } },
    ]
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
