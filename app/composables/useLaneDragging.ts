import Sortable from 'sortablejs'
import type { Plan } from '~~/core/plan/plan'

/** What is dragged in the lanes and what follows from it. */
interface Dragged {
  plan: () => Plan
  locked: () => boolean
  /** What a movement would cost at a place, in words. */
  costOf: (movement: string, at: number) => string
  move: (id: string, before: string | null) => void
  add: (movement: string, before: string | null) => void
}

/**
 * Dragging blocks along the head of the lanes, and movements in from the finder.
 *
 * @param head the list that holds the blocks
 */
export function useLaneDragging(head: Readonly<Ref<HTMLElement | null>>, { plan, locked, costOf, move, add }: Dragged) {
  /** The order while a block is dragged; null: nothing is. */
  const order = shallowRef<string[] | null>(null)
  /** What a movement that is dragged in from the finder would cost where it is held. */
  const adding = ref('')

  function begin(list: HTMLElement): void {
    const items = (which: string) => [...list.querySelectorAll<HTMLElement>(which)]
    const idsShown = () => items('[data-block]:not(.sortable-drag)').flatMap((item) => item.dataset.block ?? [])
    const sortable = Sortable.create(list, {
      animation: 0,
      group: { name: 'blocks', pull: false, put: () => !locked() },
      // The browser's own dragging shows no order while it lasts and does not know touch.
      forceFallback: true,
      fallbackTolerance: 4,
      delay: 120,
      delayOnTouchOnly: true,
      disabled: locked(),
      draggable: '[data-block], [data-movement]',
      ghostClass: 'lane-ghost',
      onChange: ({ item, newDraggableIndex }) => {
        if (item.dataset.movement) adding.value = costOf(item.dataset.movement, newDraggableIndex ?? 0)
        else order.value = idsShown()
      },
      onAdd: ({ item, clone, newDraggableIndex: to }) => {
        // The finder keeps its entry, and the list is drawn from the plan.
        clone.replaceWith(item)
        adding.value = ''
        const { blocks } = plan()
        if (item.dataset.movement) add(item.dataset.movement, blocks[to ?? blocks.length]?.id ?? null)
      },
      onEnd: ({ item, oldDraggableIndex: from, newDraggableIndex: to }) => {
        order.value = null
        const id = item.dataset.block
        if (id === undefined || from === undefined || to === undefined || from === to) return
        // The list is drawn from the plan: put the node back and let the command move it.
        list.insertBefore(item, items('[data-block]')[from + (from > to ? 1 : 0)] ?? null)
        const others = plan().blocks.filter((block) => block.id !== id)
        move(id, others[to]?.id ?? null)
      },
    })
    watch(locked, (now) => sortable.option('disabled', now))
    onBeforeUnmount(() => sortable.destroy())
  }
  onMounted(() => head.value && begin(head.value))
  return { order, adding }
}
