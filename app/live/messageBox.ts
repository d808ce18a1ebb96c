import { openDB, type IDBPDatabase } from 'idb'

/** What is kept: anything with a name. */
interface Named {
  name: string
}

/** So long the browser's store may take; longer, and it counts as failing. */
const PATIENCE_MS = 5_000

/**
 * A box in the browser's store that never throws: what cannot be kept says so, and the store is opened anew the next
 * time, since browsers close it under a page that sleeps, is short of room, or whose data somebody cleared.
 */
export function messageBox<M extends Named>(table: string) {
  let opened: Promise<IDBPDatabase> | undefined

  function open(): Promise<IDBPDatabase> {
    return (opened ??= openDB('unhurried-circle', 1, {
      upgrade: (db) => void db.createObjectStore(table, { keyPath: 'name' }),
      // Another window wants a newer store, or the browser has closed this one.
      blocking: (_now, _then, event) => ((event.target as IDBDatabase).close(), (opened = undefined)),
      terminated: () => (opened = undefined),
    }))
  }

  /** Does something in the store; null where the store fails. Tried once more, since a closed store opens again. */
  async function inStore<R>(work: (db: IDBPDatabase) => Promise<R>): Promise<R | null> {
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
  async function keep(message: M): Promise<boolean> {
    const done = await inStore(async (db) => {
      const writing = db.transaction(table, 'readwrite', { durability: 'strict' })
      await writing.store.put(message)
      await writing.done
      return true
    })
    return done ?? false
  }

  /** Everything that is kept; null where the store fails. */
  const all = (): Promise<unknown[] | null> => inStore((db) => db.getAll(table))

  async function forget(name: string): Promise<void> {
    await inStore((db) => db.delete(table, name))
  }

  return { keep, all, forget }
}

function inTime<R>(work: Promise<R>): Promise<R> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error('The store of the browser does not answer.')), PATIENCE_MS)
    work.then(resolve, reject).finally(() => clearTimeout(timer))
  })
}
