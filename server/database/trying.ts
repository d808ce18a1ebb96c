import { setTimeout as wait } from 'node:timers/promises'
import { databaseErrorOf } from './databaseError'

/** Of two that stood in each other's way one goes on at once: short waits of chance, a few times. */
const IN_THE_WAY_TIMES = 8
const IN_THE_WAY_MS = 15
/** A cluster has named another of its servers after two or three seconds; nobody waits much longer for an answer. */
const AWAY_FOR_MS = 8_000
const AWAY_MS = 60
const LONGEST_MS = 600

/** Why something was tried again. */
export type Again = 'away' | 'in the way'

/** How often something was tried again since this server began. */
export const triedAgain: Record<Again, number> = { away: 0, 'in the way': 0 }

/** Counts the tries at one piece of work, and says when it is enough. */
export class Trying {
  private readonly since = performance.now()
  private readonly times: Record<Again, number> = { away: 0, 'in the way': 0 }

  /**
   * Waits before the next try.
   *
   * @param mayBeDone whether what was tried may have been kept all the same, and may not be done twice
   * @throws the error, where it is the work's own fault, or was tried long enough
   */
  async again(error: unknown, mayBeDone = false): Promise<void> {
    const why = whyOf(error, mayBeDone)
    if (why === null || this.isEnough(why)) throw error
    const times = (this.times[why] += 1)
    triedAgain[why] += 1
    const first = why === 'away' ? AWAY_MS : IN_THE_WAY_MS
    await wait(Math.min(LONGEST_MS, first * 2 ** times) * (0.5 + Math.random()))
  }

  private isEnough(why: Again): boolean {
    if (why === 'in the way') return this.times[why] >= IN_THE_WAY_TIMES
    return performance.now() - this.since > AWAY_FOR_MS
  }
}

function whyOf(error: unknown, mayBeDone: boolean): Again | null {
  const known = databaseErrorOf(error)
  if (known?.isInTheWay) return 'in the way'
  // Who has waited for a line so long waits no longer; and a full disk has no more room a moment later.
  const mayComeBack = known?.isAway && known.code !== 'KnexTimeoutError' && !known.code.includes('FULL')
  return mayComeBack && !mayBeDone ? 'away' : null
}

/**
 * Asks the database for something, and once more while it is away for a moment: for what only reads, or is the same
 * done twice.
 *
 * @throws whatever the work throws; what it throws after some seconds of trying
 */
export async function whileAway<R>(work: () => Promise<R>): Promise<R> {
  const trying = new Trying()
  for (;;) {
    try {
      return await work()
    } catch (error) {
      await trying.again(error)
    }
  }
}
