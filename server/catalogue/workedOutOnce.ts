/** So many answers are kept: some practices' own movements, at 3 KB each. */
const KEPT = 500
const answers = new Map<string, Promise<unknown>>()

/**
 * What takes long is worked out once, also for those who ask meanwhile; what could not be is tried again the next time.
 *
 * @param key names what it is worked out from: another key, another answer
 */
export function workedOutOnce<T>(key: string, work: () => Promise<T>): Promise<T> {
  const known = answers.get(key) as Promise<T> | undefined
  if (known) return known
  const answer = work().catch((error) => {
    answers.delete(key)
    throw error
  })
  answers.set(key, answer)
  // The oldest goes first.
  for (const oldest of answers.keys()) if (answers.size > KEPT) answers.delete(oldest)
  return answer
}
