import { z } from 'zod'
import { Edit } from '~~/core/plan/edits'
import { draftsIn, keepDraft } from '~/live/drafts'
import { keptJson } from '~/live/keptJson'

const Kept = z.object({ version: z.number(), edits: z.array(Edit) })
export type KeptEdits = z.infer<typeof Kept>

const tabId = crypto.randomUUID()
let tabLock: Promise<unknown> | undefined

/**
 * Plan commands that the server has not got yet, kept in this browser tab by tab, sealed for whoever is signed in. A
 * tab that has closed or crashed leaves its commands to the next one that opens the plan; one that is still open keeps
 * its own.
 */
export function useKeptEdits(meetingId: string) {
  const prefix = `plan-edits:${meetingId}:`
  // Held as long as the tab lives: how the others tell an open tab from a closed one.
  tabLock ??= new Promise((held) => void navigator.locks?.request(tabId, () => (held(true), new Promise(() => {}))))

  /** Keeps commands; false where this browser has no room for them. */
  function keep(version: number, edits: readonly Edit[]): Promise<boolean> {
    return keepDraft(prefix + tabId, edits.length === 0 ? undefined : { version, edits: [...edits] })
  }

  /** Takes over what tabs that are gone have left, in no particular order. */
  async function takeOver(): Promise<KeptEdits[]> {
    const held = (await navigator.locks?.query())?.held ?? []
    const open = new Set(held.map((lock) => lock.name))
    const isLeft = (name: string) => name.startsWith(prefix) && !open.has(name.slice(prefix.length))
    const drafts = (await draftsIn(prefix)).filter(({ of }) => isLeft(of))
    const left: unknown[] = drafts.map(({ value }) => value)
    for (const { of } of drafts) await keepDraft(of, undefined)
    // What an earlier version kept unsealed.
    for (const key of Object.keys(localStorage).filter(isLeft)) {
      left.push(keptJson(localStorage.getItem(key)))
      localStorage.removeItem(key)
    }
    return left.flatMap((value) => {
      const kept = Kept.safeParse(value)
      return kept.success ? [kept.data] : []
    })
  }
  return { keep, takeOver }
}
