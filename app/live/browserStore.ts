import { openDB, type DBSchema, type IDBPDatabase, type StoreValue } from 'idb'
import { entriesOf } from '~~/core/entries'

/**
 * The browser's store of this application: what waits to be sent, what is known of the days' meetings, what is begun in
 * forms, and keys.
 */
const NAME = 'unhurried-circle'
const VERSION = 3
/** What lies in it, by table; each row has its key in the field that is named in `TABLES`. */
interface Store extends DBSchema {
  /** A note that waits: sealed, or in the open where nobody could seal it. */
  outbox: { key: string; value: { name: string; message?: unknown; sealed?: Sealed } }
  known: { key: string; value: SealedRow }
  drafts: { key: string; value: SealedRow }
  keys: { key: string; value: KeptKey }
}

/** What lies in the browser's store about somebody's health: unreadable without its owner's key. */
export interface Sealed {
  owner: string
  /** Which of the owner's keys; left out: the only one there was. */
  keyId?: string
  iv: Uint8Array<ArrayBuffer>
  data: ArrayBuffer
}

/** A key as the browser's store holds it; one of before has no name. */
export interface KeptKey {
  owner: string
  key: CryptoKey
  id?: string
}

/** Something sealed, under its name, with when it was, epoch milliseconds. */
export interface SealedRow {
  name: string
  at: number
  sealed: Sealed
}

const TABLES = { outbox: 'name', known: 'name', keys: 'owner', drafts: 'name' } as const
export type Table = keyof typeof TABLES
export type RowOf<T extends Table> = StoreValue<Store, T>

/** So long the browser's store may take; longer, and it counts as failing. */
const PATIENCE_MS = 5_000

let opened: Promise<IDBPDatabase<Store>> | undefined

function open(): Promise<IDBPDatabase<Store>> {
  return (opened ??= openDB<Store>(NAME, VERSION, {
    upgrade(db) {
      for (const [table, keyPath] of entriesOf(TABLES))
        if (!db.objectStoreNames.contains(table)) db.createObjectStore(table, { keyPath })
    },
    // Another window wants a newer store, or the browser has closed this one.
    blocking: () => {
      void opened?.then((db) => db.close())
      opened = undefined
    },
    terminated: () => (opened = undefined),
  }))
}

/**
 * Does something in the browser's store; null where it fails. It never throws. A store that was closed is opened anew,
 * since browsers close it under a page that sleeps, is short of room, or whose data somebody cleared.
 */
export async function inStore<R>(work: (db: IDBPDatabase<Store>) => Promise<R>): Promise<R | null> {
  for (let tries = 0; tries < 2; tries += 1) {
    try {
      return await inTime(open().then(work))
    } catch {
      opened = undefined
    }
  }
  return null
}

/** Keeps something; true once it is on the disk. */
export async function keepIn<T extends Table>(table: T, value: RowOf<T>): Promise<boolean> {
  const done = await inStore(async (db) => {
    const writing = db.transaction(table, 'readwrite', { durability: 'strict' })
    // Together: where the store is closed meanwhile, both fail, and neither failure is left over.
    await Promise.all([writing.store.put(value), writing.done])
    return true
  })
  return done ?? false
}

function inTime<R>(work: Promise<R>): Promise<R> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error('The store of the browser does not answer.')), PATIENCE_MS)
    work.then(resolve, reject).finally(() => clearTimeout(timer))
  })
}
