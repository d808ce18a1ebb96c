import { RateLimiterRes } from 'rate-limiter-flexible'

/** A try is not let through; in so many seconds it may be. */
export class TooManyTries extends Error {
  override name = 'TooManyTries'
  constructor(readonly seconds: number) {
    super(`Too many tries. Wait ${waitWords(seconds)} and try again.`)
  }
}

function waitWords(seconds: number): string {
  if (seconds < 100) return `${seconds} ${seconds === 1 ? 'second' : 'seconds'}`
  return `${Math.ceil(seconds / 60)} minutes`
}

/** Counts a try; what the counter refuses is said with how long to wait. @throws {TooManyTries} */
export async function refusing(count: () => Promise<void>): Promise<void> {
  try {
    await count()
  } catch (error) {
    if (error instanceof RateLimiterRes) throw new TooManyTries(Math.max(1, Math.ceil(error.msBeforeNext / 1000)))
    throw error
  }
}
