import { RateLimiterMemory } from 'rate-limiter-flexible'
import { refusing } from './tooManyTries'

/**
 * So often a minute an account writes at most. Somebody who leads a class of forty writes every few seconds, and a
 * device that was an hour without a net sends what it kept hundreds at a time: neither comes near it.
 */
export const WRITES_A_MINUTE = 3000

/** Counted by each server for itself: it is a brake, not a fence. */
const limiter = new RateLimiterMemory({ points: WRITES_A_MINUTE, duration: 60 })

/**
 * Counts one writing request of an account.
 *
 * @throws {TooManyTries} with how long to wait
 */
export async function countWriting(accountId: string): Promise<void> {
  await refusing(async () => void (await limiter.consume(accountId)))
}
