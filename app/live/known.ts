import { inStore, keepIn } from './browserStore'
import { forgetKey, seal, unseal } from './sealed'

/** Something that the server answered, as it was then. */
export interface Known<T> {
  value: T
  /** When it was heard, by this device's clock, epoch milliseconds. */
  at: number
}

/**
 * What is known of the days' meetings, for when the server is not there: sealed with a key of whoever is signed in, and
 * gone when they sign out. Nothing is kept where the browser cannot seal it.
 */
export function knownBy(owner: string) {
  const nameOf = (what: string) => `${owner} ${what}`

  async function keep(what: string, value: unknown): Promise<void> {
    const sealed = await seal(owner, value)
    if (sealed) await keepIn('known', { name: nameOf(what), at: Date.now(), sealed })
  }

  /** What is known; undefined where it is not, or nothing can open it any more. */
  async function get<T>(what: string): Promise<Known<T> | undefined> {
    const row = await inStore((db) => db.get('known', nameOf(what)))
    if (!row) return undefined
    const value = await unseal(row.sealed)
    return value === undefined ? undefined : { value: value as T, at: row.at }
  }

  /** Forgets what is not wanted any more. */
  async function forget(isWanted: (what: string) => boolean): Promise<void> {
    await inStore(async (db) => {
      for (const key of await db.getAllKeys('known')) {
        const name = String(key)
        if (name.startsWith(`${owner} `) && !isWanted(name.slice(owner.length + 1))) await db.delete('known', key)
      }
    })
  }

  /** When something was heard; undefined: it is not known. */
  async function ageOf(what: string): Promise<number | undefined> {
    const row = await inStore((db) => db.get('known', nameOf(what)))
    return row?.at
  }

  return { keep, get, forget, ageOf }
}

/** Forgets everything that is known, of everybody but one: on signing out, of all. */
export async function forgetKnown(except: string | null): Promise<void> {
  await inStore(async (db) => {
    for (const key of await db.getAllKeys('known'))
      if (except === null || !String(key).startsWith(`${except} `)) await db.delete('known', key)
  })
  const owners = (await inStore((db) => db.getAllKeys('keys'))) ?? []
  for (const owner of owners.map(String)) if (owner !== except && owner !== 'outbox') await forgetKey(owner)
}
