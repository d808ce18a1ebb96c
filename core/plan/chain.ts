import { entryAt } from '../entries'
import { joined } from '../sentence'
import { PARTS } from '../catalogue/chain'
import type { Block } from './plan'

/** Blocks that follow one another as one short flow. */
export interface Chain {
  id: string
  name: string
  /** The place of its first block in the plan. */
  from: number
  blocks: Block[]
}

/**
 * The chains of a plan: neighbours that carry the same mark. A block that was moved away from its chain carries the
 * mark on, and is a block like any other until it comes back.
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
export function goesOn(blocks: readonly Pick<Block, 'chain'>[], at: number): boolean {
  const id = blocks[at]?.chain?.id
  return id !== undefined && blocks[at - 1]?.chain?.id === id
}

/**
 * Whether a block is the first of a chain.
 *
 * @example
 * beginsChain(plan.blocks, 0) // false
 */
export function beginsChain(blocks: readonly Pick<Block, 'chain'>[], at: number): boolean {
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
 * Whether a chain is done whole on one side and then on the other.
 *
 * @example
 * isBySide({ blocks: plan.blocks }) // false
 */
export function isBySide({ blocks }: Pick<Chain, 'blocks'>): boolean {
  return blocks.some(({ onSide }) => onSide !== undefined)
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

/**
 * Where a chain stands that a block is a part of, in words that are read in a class: which of its movements it is, and
 * on which side where the chain does one after the other; null: it stands by itself.
 *
 * @example
 * partOfChain(plan.blocks, 'a') // null
 */
export function partOfChain(
  blocks: readonly Block[],
  id: string,
): { name: string; part: number; of: number; onSide: 'first' | 'second' | null } | null {
  const chain = chainOf(blocks, id)
  const block = chain?.blocks.find((one) => one.id === id)
  if (!chain || !block) return null
  const parts = partsOfChain(chain)
  return { name: chain.name, part: parts.indexOf(block.movement) + 1, of: parts.length, onSide: block.onSide ?? null }
}

/**
 * The same in words; empty: it stands by itself.
 *
 * @example
 * chainPartWords(plan.blocks, 'b') // ''
 */
export function chainPartWords(blocks: readonly Block[], id: string): string {
  const here = partOfChain(blocks, id)
  if (!here) return ''
  return joined([here.name || 'Chain', `${here.part} of ${here.of}`, here.onSide === null ? '' : `${here.onSide} side`])
}

/**
 * Before which block something is put so that it does not stand between the parts of a chain: behind the chain, where
 * it would.
 *
 * @param before where it is wished; null: at the end
 * @param moved a block that is a part of the chain itself may go anywhere in it
 * @example
 * outsideChain(plan.blocks, 'b') // 'b'
 */
export function outsideChain(blocks: readonly Block[], before: string | null, moved?: string): string | null {
  const at = blocks.findIndex(({ id }) => id === before)
  const others = blocks.filter(({ id }) => id !== moved)
  if (at < 0 || !goesOn(others, others.indexOf(entryAt(blocks, at)))) return before
  const chain = chainOf(blocks, before ?? '')
  if (!chain || chain.blocks.some(({ id }) => id === moved)) return before
  return blocks[chain.from + chain.blocks.length]?.id ?? null
}
