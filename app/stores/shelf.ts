import { z } from 'zod'
import type { Plan } from '~~/core/plan/plan'
import { ShelfPlan, type ShelfFields } from '~~/core/plan/shelf'

/** The practice's shelf of plans. */
export const useShelf = defineStore('shelf', () => {
  /** Those saved last first. */
  const plans = ref<ShelfPlan[]>([])

  async function open(): Promise<void> {
    plans.value = z.array(ShelfPlan).parse(await $fetch('/api/shelf'))
  }
  async function save(known: ShelfPlan, change: Partial<ShelfFields>): Promise<ShelfPlan> {
    const { plan, tags, archived, version } = { ...known, ...change }
    return stored(await $fetch(`/api/shelf/${known.id}`, { method: 'PUT', body: { version, plan, tags, archived } }))
  }
  async function add(plan: Plan, tags: string[] = []): Promise<ShelfPlan> {
    return stored(await $fetch('/api/shelf', { method: 'POST', body: { plan, tags } }))
  }
  /** Keeps a plan: as the next version of the one with its title, or as a new one. */
  async function keep(plan: Plan): Promise<{ kept: ShelfPlan; isNew: boolean }> {
    await open()
    const known = plans.value.find((other) => other.plan.title === plan.title)
    return { kept: known ? await save(known, { plan, archived: false }) : await add(plan), isNew: !known }
  }
  function stored(answer: unknown): ShelfPlan {
    const saved = ShelfPlan.parse(answer)
    plans.value = [saved, ...plans.value.filter((other) => other.id !== saved.id)]
    return saved
  }
  return { plans, open, save, add, keep }
})
