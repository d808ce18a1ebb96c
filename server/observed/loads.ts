import { startOfHour } from 'date-fns'
import { addLoads, type Load } from '../database/practiceLoads'
import type { Database } from '../database/rows'

const MINUTE_MS = 60_000

/** What each practice asks of this server: for whoever runs it, and for what a practice may ask in a minute. */
class Loads {
  private unsaid = new Map<string, Load>()
  private minute = 0
  private inMinute = new Map<string, number>()

  /** Counts one more, and says how many of this minute it makes. */
  ask(practiceId: string, now = Date.now()): number {
    const minute = Math.floor(now / MINUTE_MS)
    if (minute !== this.minute) {
      this.minute = minute
      this.inMinute.clear()
    }
    const count = (this.inMinute.get(practiceId) ?? 0) + 1
    this.inMinute.set(practiceId, count)
    return count
  }

  /** Counts a request once it was answered. */
  answered(practiceId: string, { isWrite, status, ms }: { isWrite: boolean; status: number; ms: number }): void {
    const load = this.unsaid.get(practiceId) ?? { requests: 0, writes: 0, refused: 0, failed: 0, busyMs: 0 }
    load.requests += 1
    load.writes += isWrite ? 1 : 0
    load.refused += status === 429 ? 1 : 0
    load.failed += status >= 500 ? 1 : 0
    load.busyMs += ms
    this.unsaid.set(practiceId, load)
  }

  /** Writes down what was counted since; where the database is away it is kept for the next time. */
  async writeDown(db: Database, now = new Date()): Promise<void> {
    const counted = this.unsaid
    this.unsaid = new Map()
    try {
      await addLoads(db, startOfHour(now), counted)
    } catch {
      for (const [practiceId, load] of counted) this.unsaid.set(practiceId, sum(load, this.unsaid.get(practiceId)))
    }
  }
}

function sum(one: Load, other: Load | undefined): Load {
  if (!other) return one
  return {
    requests: one.requests + other.requests,
    writes: one.writes + other.writes,
    refused: one.refused + other.refused,
    failed: one.failed + other.failed,
    busyMs: one.busyMs + other.busyMs,
  }
}

/** Those of this server. */
export const loads = new Loads()
