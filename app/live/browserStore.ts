import { openDB, type IDBPDatabase } from 'idb'

/**
 * The browser's store of this application: what waits to be sent, what is known of the days' meetings, what is begun in
 * forms, and keys.
 */
const NAME = 'unhurried-circle'
const VERSION = 3
const TABLES = { outbox: 'name', known: 'name', keys: 'owner', drafts: 'name' } as const
export type Table = keyof typeof TABLES

/** So long the browser's store may take; longer, and it counts as failing. */
const PATIENCE_MS = 5_000

let opened: Promise<IDBPDatabase> | undefined

function open(): Promise<IDBPDatabase> {
  return (opened ??= openDB(NAME, VERSION, {
    upgrade(db) {
      for (const [table, keyPath] of Object.entries(TABLES))
        if (!db.objectStoreNames.contains(table)) db.createObjectStore(table, { keyPath })
    },
    // Another window wants a newer store, or the browser has closed this one.
    blocking: (_now, _then, event) => ((event.target as IDBDatabase).close(), (opened = undefined)),
    terminated: () => (opened = undefined),
  }))
}

/**
 * Does something in the browser's store; null where it fails. It never throws. A store that was closed is opened anew,
 * since browsers close it under a page that sleeps, is short of room, or whose data somebody cleared.
 */
export async function inStore<R>(work: (db: IDBPDatabase) => Promise<R>): Promise<R | null> {
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
export async function keepIn(table: Table, value: object): Promise<boolean> {
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
