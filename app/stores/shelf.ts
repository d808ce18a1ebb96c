import { addToShelf, readShelf, saveOnShelf } from '~~/core/contract/shelf'
import type { Plan } from '~~/core/plan/plan'
import type { ShelfFields, ShelfPlan } from '~~/core/plan/shelf'

/** The practice's shelf of plans. */
export const useShelf = defineStore('shelf', () => {
  /** Those saved last first. */
  const plans = ref<ShelfPlan[]>([])

  async function open(): Promise<void> {
    plans.value = await call(readShelf)
  }
  async function save(known: ShelfPlan, change: Partial<ShelfFields>): Promise<ShelfPlan> {
    const { plan, tags, archived, version } = { ...known, ...change }
    return stored(await call(saveOnShelf, { params: { id: known.id }, body: { version, plan, tags, archived } }))
  }
  async function add(plan: Plan, tags: string[] = []): Promise<ShelfPlan> {
    return stored(await call(addToShelf, { body: { plan, tags } }))
  }
  /** Keeps a plan: as the next version of the one with its title, or as a new one. */
  async function keep(plan: Plan): Promise<{ kept: ShelfPlan; isNew: boolean }> {
    await open()
    const known = plans.value.find((other) => other.plan.title === plan.title)
    return { kept: known ? await save(known, { plan, archived: false }) : await add(plan), isNew: !known }
  }
  function stored(saved: ShelfPlan): ShelfPlan {
    plans.value = [saved, ...plans.value.filter((other) => other.id !== saved.id)]
    return saved
  }
  return { plans, open, save, add, keep }
})
