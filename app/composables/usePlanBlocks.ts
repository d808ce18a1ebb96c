import type { Movement } from '~~/core/catalogue/catalogue'
import type { Block, Plan } from '~~/core/plan/plan'
import { blockFor } from '~~/core/plan/edits'
import type { PlanSelection } from './usePlanSelection'

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
    editor.apply({ edit: 'addBlock', block, before })
    selected.value = block.id
  }
  /** Puts another movement in the place of a block; all others stay as they are. */
  function swap(id: string, movement: Movement): void {
    if (locked.value) return
    const block = blockFor(movement, plan.value.school, id, catalogue.value)
    editor.apply({ edit: 'setBlock', id, block })
  }
  function move(id: string, before: string | null): void {
    if (locked.value) return
    editor.apply({ edit: 'moveBlock', id, before })
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
    const before = idAt(Math.max(index.value, ...places.value) + 1)
    const copies = blocks.map((block) => ({ ...block, id: freshId() }))
    editor.apply(...copies.map((block) => ({ edit: 'addBlock' as const, block, before })))
    selection.chooseAll(copies.map((block) => block.id))
  }
  function remove(): void {
    if (locked.value) return
    editor.apply(...chosen.value.map(({ id }) => ({ edit: 'removeBlock' as const, id })))
    selection.beside.value = []
  }
  /** A composed plan takes the place of what was there; undo brings it back. */
  function take(composed: Plan): void {
    const fresh = freshId()
    editor.apply(
      {
        edit: 'setBlocks',
        blocks: composed.blocks.map((block) => ({ ...block, id: `${block.id.slice(0, 38)}-${fresh}` })),
      },
      { edit: 'setAim', aim: composed.aim },
      { edit: 'setDrinkBreak', drinkBreak: composed.drinkBreak },
      ...(plan.value.title === '' ? [{ edit: 'setTitle' as const, title: composed.title }] : []),
    )
    selection.chooseFirst()
  }
  return { add, swap, move, moveBy, insert, remove, take }
}
