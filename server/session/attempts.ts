import { createHash } from 'node:crypto'
import { secondsInHour } from 'date-fns/constants'
import { RateLimiterMySQL } from 'rate-limiter-flexible'
import { database } from '../database/database'
import type { Database } from '../database/rows'
import { refusing } from './tooManyTries'

/** So many tries an hour reach an account from devices that never signed in to it, and from each that has. */
const OF_ACCOUNT = 10
/** So many tries an hour come from one address, whatever the account: a hall shares one. */
const OF_ADDRESS = 60
/** After so many that were wrong whoever tries has to wait, twice as long each time. */
const FREE = 4
const WAIT_AT_MOST_SECONDS = 300

/** Who tries to sign in. */
export interface Trying {
  /** The account, or the address as written where there is none: both are counted alike. */
  whom: string
  /** Where the request comes from. */
  address: string
  /** What the device carries that has signed in to this account before; null: it has not. */
  device: string | null
}

/** A try that was let through: it counts as wrong until it is said to have been right. */
export interface Try {
  wasRight: () => Promise<void>
}

let counting: Attempts | undefined

/** Tries at signing in, counted in the server's own database. */
export function attempts(): Attempts {
  return (counting ??= new Attempts(database(), useRuntimeConfig().database.name))
}

/** Counts tries in the database, where a restart forgets none and several servers count together. */
class Attempts {
  private readonly limiters: { ofAccount: RateLimiterMySQL; ofAddress: RateLimiterMySQL; waits: RateLimiterMySQL }

  constructor(db: Database, dbName: string) {
    const limiter = (keyPrefix: string, points: number, duration: number) =>
      new RateLimiterMySQL({
        ...{ storeClient: db, storeType: 'knex', dbName, tableName: 'sign_in_tries', tableCreated: true },
        ...{ keyPrefix, points, duration },
      })
    this.limiters = {
      ofAccount: limiter('account', OF_ACCOUNT, secondsInHour),
      ofAddress: limiter('address', OF_ADDRESS, secondsInHour),
      waits: limiter('wait', 1, 1),
    }
  }

  /**
   * Counts a try that needs no account's count, since what is tried cannot be guessed: what wrong passwords do to an
   * account keeps nobody from it.
   *
   * @throws {TooManyTries}
   */
  async countOfAddress(address: string): Promise<Try> {
    const { ofAddress } = this.limiters
    const place = keyOf(`recovery ${address}`)
    await refusing(async () => void (await ofAddress.consume(place)))
    return { wasRight: async () => void (await ofAddress.reward(place)) }
  }

  /**
   * Counts a try before anything of it is looked at: of a hundred at the same moment no more are let through than one
   * after the other.
   *
   * @throws {TooManyTries} with how long to wait
   */
  async count({ whom, address, device }: Trying): Promise<Try> {
    const { ofAccount, ofAddress, waits } = this.limiters
    const key = keyOf(device === null ? whom : `${whom} ${device}`)
    // A device that is known has its own count, and waits for nobody's wrong tries.
    const place = keyOf(address)
    await refusing(async () => {
      const waiting = await waits.get(key)
      if (waiting !== null && waiting.consumedPoints > 1) throw waiting
      const counted = await ofAccount.consume(key)
      if (device === null) await ofAddress.consume(place)
      const seconds = Math.min(WAIT_AT_MOST_SECONDS, 2 ** (counted.consumedPoints - FREE))
      if (counted.consumedPoints >= FREE) await waits.block(key, seconds)
    })
    return {
      wasRight: async () => {
        // Taken back is this one: what others tried meanwhile stays counted.
        await ofAccount.reward(key)
        if (device === null) await ofAddress.reward(place)
        await waits.delete(key)
      },
    }
  }
}

/** Nobody's address or account is written down by being tried; and no two keys are one to the database. */
function keyOf(text: string): string {
  return createHash('sha256').update(text).digest('hex')
}
