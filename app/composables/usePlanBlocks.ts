import type { Movement } from '~~/core/catalogue/catalogue'
import type { ReadyChain } from '~~/core/catalogue/chain'
import { chainOf, isBySide, outsideChain, type Chain } from '~~/core/plan/chain'
import * as chainEdits from '~~/core/plan/chainEdits'
import { entryAt } from '~~/core/entries'
import type { Block, Plan } from '~~/core/plan/plan'
import { blockFor, type Edit } from '~~/core/plan/edits'
import type { PlanSelection } from './usePlanSelection'

/** A name of a chain is so long at most. */
const NAME_AT_MOST = 60

/** What can be done to the blocks of the open plan, as commands; nothing where it is locked. */
export function usePlanBlocks(plan: Readonly<Ref<Plan>>, selection: PlanSelection, locked: Readonly<Ref<boolean>>) {
  const editor = usePlanEditor()
  const { catalogue } = storeToRefs(useCatalogue())
  const { selected, index, chosen, places } = selection
  const freshId = () => crypto.randomUUID().slice(0, 8)
  const idAt = (at: number) => plan.value.blocks[at]?.id ?? null

  /** Puts a movement before a block, or after the chosen one where no place is named. */
  function add(movement: Movement, before = idAt(index.value + 1)): void {
    if (locked.value) return
    const block = blockFor(movement, plan.value.school, freshId(), catalogue.value)
    editor.apply({ edit: 'addBlock', block, before: outsideChain(plan.value.blocks, before) })
    selected.value = block.id
  }
  /** Puts a ready chain behind the chosen block. */
  function addChain(chain: ReadyChain): void {
    const { school } = plan.value
    insert(chainEdits.blocksOfChain(chain, { school, freshId, catalogue: catalogue.value }) ?? [])
  }
  /** Puts another movement in the place of a block; all others stay as they are. */
  function swap(id: string, movement: Movement): void {
    if (locked.value) return
    editor.apply(...chainEdits.swapEdits(plan.value, id, movement, catalogue.value))
  }
  function move(id: string, before: string | null): void {
    if (locked.value) return
    editor.apply({ edit: 'moveBlock', id, before: outsideChain(plan.value.blocks, before, id) })
    selected.value = id
  }
  /** One chosen block or many: they go before the neighbour, or behind it, in their order. */
  function moveBy(by: number): void {
    const edge = by < 0 ? Math.min(...places.value) - 1 : Math.max(...places.value) + 1
    const neighbour = idAt(edge)
    if (locked.value || neighbour === null) return
    const before = by < 0 ? neighbour : idAt(edge + 1)
    editor.apply(...chosen.value.map(({ id }) => ({ edit: 'moveBlock' as const, id, before })))
  }
  /** Puts copies of blocks behind the last chosen one and chooses them. */
  function insert(blocks: readonly Block[]): void {
    if (locked.value) return
    const before = outsideChain(plan.value.blocks, idAt(Math.max(index.value, ...places.value) + 1))
    const copies = chainEdits.copiesOf(blocks, freshId)
    editor.apply(...copies.map((block) => ({ edit: 'addBlock' as const, block, before })))
    selection.chooseAll(copies.map((block) => block.id))
  }
  function remove(): void {
    if (locked.value) return
    const ids = chosen.value.map(({ id }) => id)
    const all = chainEdits.withTwins(plan.value.blocks, ids)
    editor.apply(...all.map((id) => ({ edit: 'removeBlock' as const, id })))
    selection.beside.value = []
  }
  /** Why the chosen blocks cannot be one chain; null: they can. */
  const whyNoChain = computed(() =>
    chainEdits.whyNoChain(
      plan.value,
      chosen.value.map(({ id }) => id),
      catalogue.value,
    ),
  )
  /** The chosen blocks become one chain, named after its movements. */
  function link(): void {
    if (locked.value || whyNoChain.value !== null) return
    const names = chosen.value.map(({ movement }) => catalogue.value.movements.get(movement)?.name ?? movement)
    const name = `${entryAt(names, 0)} to ${entryAt(names, names.length - 1).toLowerCase()}`.slice(0, NAME_AT_MOST)
    const ids = chosen.value.map(({ id }) => id)
    editor.apply(...chainEdits.chainEdits(plan.value, ids, { id: freshId(), name }))
    selection.chooseAll(ids)
  }
  /** The chain that the chosen block is a part of. */
  const chain = computed(() => chainOf(plan.value.blocks, selected.value ?? ''))
  const onChain = (edits: (of: Chain) => Edit[]) => {
    if (!locked.value && chain.value) editor.apply(...edits(chain.value))
  }
  const loose = () => onChain(chainEdits.looseEdits)
  const rename = (name: string) => onChain((of) => chainEdits.renameEdits(of, name.slice(0, NAME_AT_MOST)))
  /** All of it on one side and then on the other, or each part on both before the next. */
  function turnSides(): void {
    // The blocks of the other side may be gone: the chain stays chosen.
    if (chain.value) selected.value = entryAt(chain.value.blocks, 0).id
    onChain((of) =>
      isBySide(of)
        ? chainEdits.partByPartEdits(of)
        : chainEdits.bySideEdits(of, catalogue.value, { before: idAt(of.from + of.blocks.length), freshId }),
    )
  }
  /** Chooses all of a chain: what is done with it is done with all of its parts. */
  function chooseChain(id: string): void {
    const of = chainOf(plan.value.blocks, id)
    if (of) selection.chooseAll(of.blocks.map((block) => block.id))
  }
  /** A change of one block, which holds for both of its sides. */
  const edit = (one: Edit) => editor.apply(...chainEdits.onBothSides(plan.value, one))
  /** A composed plan takes the place of what was there; undo brings it back. */
  function take(composed: Plan): void {
    const fresh = freshId()
    editor.apply(
      {
        edit: 'setBlocks',
        blocks: composed.blocks.map((block) => ({ ...block, id: `${block.id.slice(0, 38)}-${fresh}` })),
      },
      { edit: 'setAim', aim: composed.aim },
      { edit: 'setOrder', order: composed.order },
      { edit: 'setDrinkBreak', drinkBreak: composed.drinkBreak },
      ...(plan.value.title === '' ? [{ edit: 'setTitle' as const, title: composed.title }] : []),
    )
    selection.chooseFirst()
  }
  const chains = { chain, whyNoChain, addChain, link, loose, rename, turnSides, chooseChain }
  return { add, swap, move, moveBy, insert, remove, take, edit, ...chains }
}
