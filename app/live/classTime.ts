import { readTime } from '~~/core/contract/practice'

/** The server's time minus this device's, as it was last known: for a start without the server. */
const KEPT = 'unhurried-circle-clock'
/** So far the clocks may be apart before the server is asked again. */
const APART_MS = 250
const TRIES = 3

/**
 * Time by the server's clock, kept by this device's monotone one: a device clock that is wrong, or is set in the middle
 * of a class, changes nothing. Until the server was asked, the difference of an earlier visit is taken.
 */
let ahead = Date.now() + keptDifference() - performance.now()
let asking: Promise<void> | undefined

/** Now by the clock that all devices lead by, epoch milliseconds. */
export function classTime(): number {
  return performance.now() + ahead
}

/**
 * Takes in that the server's clock said this just now; where that is far from what is kept, the server is asked how far
 * apart they are.
 */
export function heardTime(server: number): void {
  if (Math.abs(server - classTime()) > APART_MS) void measureTime()
}

/**
 * Asks the server for its time, a few times, and takes the answer that was quickest: half its way is the least wrong.
 */
export function measureTime(): Promise<void> {
  return (asking ??= measured().finally(() => (asking = undefined)))
}

async function measured(): Promise<void> {
  let best = { way: Infinity, ahead }
  for (let tries = 0; tries < TRIES; tries += 1) {
    const asked = performance.now()
    try {
      const { now } = await call(readTime)
      const answered = performance.now()
      const way = answered - asked
      if (way < best.way) best = { way, ahead: now - (asked + answered) / 2 }
    } catch {
      // Not to be reached: the next heartbeat asks again.
      break
    }
  }
  if (best.way === Infinity) return
  ahead = best.ahead
  try {
    localStorage.setItem(KEPT, String(Math.round(classTime() - Date.now())))
  } catch {
    // A browser without room keeps no difference; it is asked for again.
  }
}

function keptDifference(): number {
  try {
    return Number(localStorage.getItem(KEPT) ?? 0) || 0
  } catch {
    return 0
  }
}
