import { inStore, keepIn, type Sealed } from './browserStore'
import { forgetKeyOfEmpty, keepWithKey, seal, unseal } from './sealed'

/** What is kept: what it is called and whose it is, in the open; what was noted, sealed. */
interface Boxed {
  name: string
  message: unknown
}

/** Whoever signs in next may have to send what somebody else noted: the box has a key of its own. */
const OWNER = 'outbox'
/** So often a note is sealed anew where its key was changed meanwhile. */
const SEALED_AT_MOST = 3

/** The box of what waits to be sent, in the browser's store. It never throws; what cannot be kept says so. */
export function messageBox<M extends Boxed>() {
  /** Keeps something; true once it is on the disk. */
  async function keep(boxed: M): Promise<boolean> {
    for (let tries = 0; tries < SEALED_AT_MOST; tries += 1) {
      const sealed = await seal(OWNER, boxed.message)
      if (!sealed) break
      const kept = await keepWithKey('outbox', { ...boxed, message: undefined, sealed })
      if (kept !== 'other-key') return kept
    }
    // A note that nobody seals is better than one that nobody keeps.
    return keepIn('outbox', boxed)
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
    await forgetKeyOfEmpty('outbox', OWNER)
  }

  return { keep, all, forget, close }
}
