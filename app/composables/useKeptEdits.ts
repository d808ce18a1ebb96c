import { z } from 'zod'
import { Edit } from '~~/core/plan/edits'
import { keptJson } from '~/live/keptJson'

const Kept = z.object({ version: z.number(), edits: z.array(Edit) })
export type KeptEdits = z.infer<typeof Kept>

const tabId = crypto.randomUUID()
let tabLock: Promise<unknown> | undefined

/**
 * Plan commands that the server has not got yet, kept in this browser tab by tab. A tab that has closed or crashed
 * leaves its commands to the next one that opens the plan; one that is still open keeps its own.
 */
export function useKeptEdits(meetingId: string) {
  const prefix = `plan-edits:${meetingId}:`
  // Held as long as the tab lives: how the others tell an open tab from a closed one.
  tabLock ??= new Promise((held) => void navigator.locks?.request(tabId, () => (held(true), new Promise(() => {}))))

  /** Keeps commands; false where this browser has no room for them. */
  function keep(version: number, edits: readonly Edit[]): boolean {
    try {
      if (edits.length === 0) localStorage.removeItem(prefix + tabId)
      else localStorage.setItem(prefix + tabId, JSON.stringify({ version, edits }))
      return true
    } catch {
      return false
    }
  }

  /** Takes over what tabs that are gone have left, in no particular order. */
  async function takeOver(): Promise<KeptEdits[]> {
    const held = (await navigator.locks?.query())?.held ?? []
    const open = new Set(held.map((lock) => lock.name))
    const keys = Object.keys(localStorage).filter(
      (key) => key.startsWith(prefix) && !open.has(key.slice(prefix.length)),
    )
    return keys.flatMap((key) => {
      const kept = Kept.safeParse(keptJson(localStorage.getItem(key)))
      localStorage.removeItem(key)
      return kept.success ? [kept.data] : []
    })
  }
  return { keep, takeOver }
}
