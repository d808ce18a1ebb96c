import type { Plan } from '~~/core/plan/plan'

/** Which blocks of a plan are chosen: one that everything follows, and others beside it. */
export function usePlanSelection(plan: Readonly<Ref<Plan>>) {
  const selected = ref<string | null>(plan.value.blocks[0]?.id ?? null)
  /** Blocks that are chosen beside it, with shift; what is done to one is done to all. */
  const beside = ref<string[]>([])
  const index = computed(() => plan.value.blocks.findIndex((block) => block.id === selected.value))
  /** All that are chosen, in the plan's order. */
  const chosen = computed(() =>
    plan.value.blocks.filter((block) => block.id === selected.value || beside.value.includes(block.id)),
  )
  const places = computed(() => chosen.value.map((block) => plan.value.blocks.indexOf(block)))

  watch(index, (at, before) => {
    // The chosen block is gone: its neighbour is chosen instead.
    if (at < 0 && selected.value !== null)
      selected.value = plan.value.blocks[Math.min(before, plan.value.blocks.length - 1)]?.id ?? null
  })

  /** Chooses one block, or one more where `more` is held. */
  function choose(id: string, more = false): void {
    beside.value = more && selected.value !== null ? [...new Set([...beside.value, selected.value])] : []
    selected.value = id
  }
  function chooseAll(ids: readonly string[]): void {
    selected.value = ids.at(-1) ?? selected.value
    beside.value = ids.slice(0, -1)
  }
  function chooseFirst(): void {
    selected.value = plan.value.blocks[0]?.id ?? null
  }
  function step(by: number): void {
    const to = Math.max(0, Math.min(plan.value.blocks.length - 1, index.value + by))
    beside.value = []
    selected.value = plan.value.blocks[to]?.id ?? null
  }
  /** The neighbour is chosen as well. */
  function extend(by: number): void {
    const to = plan.value.blocks[index.value + by]
    if (to && selected.value !== null) choose(to.id, true)
  }
  return { selected, beside, index, chosen, places, choose, chooseAll, chooseFirst, step, extend }
}
export type PlanSelection = ReturnType<typeof usePlanSelection>
