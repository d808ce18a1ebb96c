import { inStore } from './browserStore'

/** What lies in the browser's store about somebody's health: unreadable without its owner's key. */
export interface Sealed {
  owner: string
  iv: Uint8Array<ArrayBuffer>
  data: ArrayBuffer
}

const ALGORITHM = 'AES-GCM'
const IV_BYTES = 12

/** Keys of this visit; the browser's store holds them as well, not to be taken out of it. */
const keys = new Map<string, Promise<CryptoKey | null>>()

/** The key of an owner; made where there is none yet. Null where the browser keeps none. */
function keyOf(owner: string): Promise<CryptoKey | null> {
  const known = keys.get(owner) ?? findKey(owner)
  keys.set(owner, known)
  return known
}

async function findKey(owner: string): Promise<CryptoKey | null> {
  if (!globalThis.crypto?.subtle) return null
  // Two windows that begin at once take the same key: the one that was written first.
  const made = await crypto.subtle.generateKey({ name: ALGORITHM, length: 256 }, false, ['encrypt', 'decrypt'])
  const found = await inStore(async (db) => {
    const writing = db.transaction('keys', 'readwrite', { durability: 'strict' })
    const taken = async () => {
      const before = (await writing.store.get(owner)) as { key: CryptoKey } | undefined
      if (!before) await writing.store.put({ owner, key: made })
      return before?.key ?? made
    }
    const [key] = await Promise.all([taken(), writing.done])
    return key
  })
  if (found === null) keys.delete(owner)
  return found
}

/** Seals something for its owner; null where this browser cannot: without https, or with a store that fails. */
export async function seal(owner: string, value: unknown): Promise<Sealed | null> {
  const key = await keyOf(owner)
  if (!key) return null
  const iv = crypto.getRandomValues(new Uint8Array(IV_BYTES))
  const data = await crypto.subtle.encrypt(
    { name: ALGORITHM, iv },
    key,
    new TextEncoder().encode(JSON.stringify(value)),
  )
  return { owner, iv, data }
}

/** Opens what was sealed; undefined where its key is gone. */
export async function unseal({ owner, iv, data }: Sealed): Promise<unknown> {
  try {
    const key = await keyOf(owner)
    if (!key) return undefined
    return JSON.parse(new TextDecoder().decode(await crypto.subtle.decrypt({ name: ALGORITHM, iv }, key, data)))
  } catch {
    return undefined
  }
}

/** Throws an owner's key away: what it sealed can never be read again. */
export async function forgetKey(owner: string): Promise<void> {
  keys.delete(owner)
  await inStore((db) => db.delete('keys', owner))
}
