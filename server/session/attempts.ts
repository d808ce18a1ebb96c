import { minutesInHour, secondsInMinute } from 'date-fns/constants'
import { RateLimiterMemory } from 'rate-limiter-flexible'

const ATTEMPTS_AT_MOST = 10
const WINDOW_SECONDS = (minutesInHour / 4) * secondsInMinute

/** Failed sign-ins by address and place; forgotten by itself when its window is over. */
const failures = new RateLimiterMemory({ points: ATTEMPTS_AT_MOST, duration: WINDOW_SECONDS })

/** Whether too many sign-ins failed lately for this address and place. */
export async function isLockedOut(key: string): Promise<boolean> {
  const known = await failures.get(key)
  return known !== null && known.consumedPoints >= ATTEMPTS_AT_MOST
}

/** Counts a sign-in that failed. */
export async function noteFailure(key: string): Promise<void> {
  await failures.penalty(key)
}

/** Begins to count anew, after one that did not. */
export async function forgetFailures(key: string): Promise<void> {
  await failures.delete(key)
}
