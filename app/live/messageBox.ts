import { inStore, keepIn } from './browserStore'
import { forgetKey, seal, unseal, type Sealed } from './sealed'

/** What is kept: what it is called and whose it is, in the open; what was noted, sealed. */
interface Boxed {
  name: string
  message: unknown
}

/** Whoever signs in next may have to send what somebody else noted: the box has a key of its own. */
const OWNER = 'outbox'

/** The box of what waits to be sent, in the browser's store. It never throws; what cannot be kept says so. */
export function messageBox<M extends Boxed>() {
  /** Keeps something; true once it is on the disk. */
  async function keep(boxed: M): Promise<boolean> {
    const sealed = await seal(OWNER, boxed.message)
    // A note that nobody seals is better than one that nobody keeps.
    return keepIn('outbox', sealed ? { ...boxed, message: undefined, sealed } : boxed)
  }

  /** Everything that is kept, opened; null where the store fails. */
  async function all(): Promise<unknown[] | null> {
    const found = await inStore((db) => db.getAll('outbox'))
    return found && Promise.all(found.map(opened))
  }
  async function opened(boxed: { sealed?: Sealed }): Promise<unknown> {
    if (!boxed.sealed) return boxed
    const { sealed, ...more } = boxed
    return { ...more, message: await unseal(sealed) }
  }

  async function forget(name: string): Promise<void> {
    await inStore((db) => db.delete('outbox', name))
  }

  /** Throws the key away once nothing is in the box. */
  async function close(): Promise<void> {
    if ((await inStore((db) => db.count('outbox'))) === 0) await forgetKey(OWNER)
  }

  return { keep, all, forget, close }
}
