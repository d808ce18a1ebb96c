const ATTEMPTS_AT_MOST = 10
const WINDOW_MS = 15 * 60_000

const failures = new Map<string, number[]>()

/** Whether too many sign-ins failed lately for this address and place. */
export function isLockedOut(key: string, now: number): boolean {
  const recent = (failures.get(key) ?? []).filter((at) => now - at < WINDOW_MS)
  if (recent.length === 0) failures.delete(key)
  else failures.set(key, recent)
  return recent.length >= ATTEMPTS_AT_MOST
}

export function noteFailure(key: string, now: number): void {
  failures.set(key, [...(failures.get(key) ?? []), now])
}

export function forgetFailures(key: string): void {
  failures.delete(key)
}
