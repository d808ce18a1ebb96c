import { refusalOf } from '~/composables/useRefusal'
import { knownBy, type Known } from './known'

/** So long the server may take over what is also known here. */
export const PATIENCE_MS = 8000

/**
 * Asks the server and keeps what it says; where it cannot be reached, what was kept is taken, with its age.
 *
 * @param owner whose it is; null: nobody is signed in, and nothing is kept
 * @throws what the server refuses; that it cannot be reached, where nothing is known
 */
export async function heardOrKnown<T>(owner: string | null, what: string, ask: () => Promise<T>): Promise<Known<T>> {
  const known = owner === null ? null : knownBy(owner)
  try {
    const value = await ask()
    void known?.keep(what, value)
    return { value, at: Date.now() }
  } catch (error) {
    const kept = isUnreachable(error) ? await known?.get<T>(what) : undefined
    if (kept === undefined) throw error
    return kept
  }
}

/** Whether nobody answered, or only something before the server did. */
export function isUnreachable(error: unknown): boolean {
  // What a browser throws of itself where no line can be made.
  if (error instanceof TypeError && /fetch|network|load failed/i.test(error.message)) return true
  const { kind, status } = refusalOf(error)
  return kind === 'unreachable' || status === 502 || status === 503 || status === 504
}
