import { inStore, type KeptKey, type RowOf, type Sealed, type Table } from './browserStore'

const ALGORITHM = 'AES-GCM'
const IV_BYTES = 12

/** Keys of this visit; the browser's store holds them as well, not to be taken out of it. */
const keys = new Map<string, Promise<KeptKey | null>>()

/** The key of an owner; made where there is none yet. Null where the browser keeps none. */
function keyOf(owner: string): Promise<KeptKey | null> {
  const known = keys.get(owner) ?? findKey(owner)
  keys.set(owner, known)
  return known
}

async function findKey(owner: string): Promise<KeptKey | null> {
  if (!globalThis.crypto?.subtle) return null
  // Two windows that begin at once take the same key: the one that was written first.
  const key = await crypto.subtle.generateKey({ name: ALGORITHM, length: 256 }, false, ['encrypt', 'decrypt'])
  const made: KeptKey = { owner, key, id: crypto.randomUUID() }
  const found = await inStore(async (db) => {
    const writing = db.transaction('keys', 'readwrite', { durability: 'strict' })
    const taken = async () => {
      const before = await writing.store.get(owner)
      if (!before) await writing.store.put(made)
      return before ?? made
    }
    const [taking] = await Promise.all([taken(), writing.done])
    return taking
  })
  if (found === null) keys.delete(owner)
  return found
}

/** Seals something for its owner; null where this browser cannot: without https, or with a store that fails. */
export async function seal(owner: string, value: unknown): Promise<Sealed | null> {
  const known = await keyOf(owner)
  if (!known) return null
  const { key, id } = known
  const iv = crypto.getRandomValues(new Uint8Array(IV_BYTES))
  const data = await crypto.subtle.encrypt(
    { name: ALGORITHM, iv },
    key,
    new TextEncoder().encode(JSON.stringify(value)),
  )
  return { owner, iv, data, ...(id !== undefined && { keyId: id }) }
}

/**
 * Keeps what was sealed together with its key: another window, or this one a moment ago, may have thrown the key away
 * as nothing was left that it had sealed.
 *
 * @returns `other-key` where another key has taken its place meanwhile: it is to be sealed anew
 */
export async function keepWithKey<T extends Exclude<Table, 'keys'>>(
  table: T,
  value: RowOf<T> & { sealed: Sealed },
): Promise<boolean | 'other-key'> {
  const { owner, keyId } = value.sealed
  const known = await keyOf(owner)
  const done = await inStore(async (db) => {
    const writing = db.transaction([table, 'keys'], 'readwrite', { durability: 'strict' })
    const kept = async (): Promise<true | 'other-key'> => {
      const stored = await writing.objectStore('keys').get(owner)
      if ((stored ?? known)?.id !== keyId) return 'other-key'
      if (!stored && known) await writing.objectStore('keys').put(known)
      await writing.objectStore(table).put(value)
      return true
    }
    const [how] = await Promise.all([kept(), writing.done])
    return how
  })
  if (done === 'other-key') keys.delete(owner)
  return done ?? false
}

/** Opens what was sealed; undefined where its key is gone. */
export async function unseal({ owner, iv, data }: Sealed): Promise<unknown> {
  try {
    const known = await keyOf(owner)
    if (!known) return undefined
    return JSON.parse(new TextDecoder().decode(await crypto.subtle.decrypt({ name: ALGORITHM, iv }, known.key, data)))
  } catch {
    return undefined
  }
}

/** Throws an owner's key away: what it sealed can never be read again. */
export async function forgetKey(owner: string): Promise<void> {
  keys.delete(owner)
  await inStore((db) => db.delete('keys', owner))
}

/** The same where nothing is left in a table that it could have sealed; what is kept in this moment keeps its key. */
export async function forgetKeyOfEmpty(table: Table, owner: string): Promise<void> {
  const isGone = await inStore(async (db) => {
    const writing = db.transaction([table, 'keys'], 'readwrite')
    const gone = async () => {
      if ((await writing.objectStore(table).count()) > 0) return false
      await writing.objectStore('keys').delete(owner)
      return true
    }
    const [was] = await Promise.all([gone(), writing.done])
    return was
  })
  if (isGone) keys.delete(owner)
}
