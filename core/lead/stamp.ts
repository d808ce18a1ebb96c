/** So far ahead of the server's clock something may be and still counts as now; what is further ahead is not obeyed. */
export const AHEAD_MS = 2000

/**
 * The time of something that is said now: later than all that was seen of the same class, so that a device whose clock
 * is behind cannot put its pause before what it has already seen.
 *
 * @param now by the class's clock, epoch milliseconds
 * @param seen times of what is known; one of further ahead than clocks may differ is not followed
 * @example
 * stampAfter(1000, [400, 1500]) // 1501
 */
export function stampAfter(now: number, seen: Iterable<number>): number {
  let latest = Math.round(now)
  for (const at of seen) if (at >= latest && at <= now + AHEAD_MS) latest = at + 1
  return latest
}
