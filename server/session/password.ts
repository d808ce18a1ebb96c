import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { hash, verify, type Options } from '@node-rs/argon2'
import { refusal } from '../http/refuse'
import { TooMany, turns } from '../threads/turns'

/**
 * RFC 9106 §4, the second recommended choice: Argon2id, 64 MiB, three passes, four lanes, salt of 128 bits, tag of 256.
 */
const SHAPE: Options = { memoryCost: 65_536, timeCost: 3, parallelism: 4, outputLen: 32 }
const OF_THIS_SHAPE = `$argon2id$v=19$m=${SHAPE.memoryCost},t=${SHAPE.timeCost},p=${SHAPE.parallelism}$`
/** What was used before: such hashes are read, and made anew at the next sign-in. */
const before = new Hash(new Scrypt({}))

/** So many wait to have a password looked at; who comes after them is asked to come again. */
const WAITING = 20
/** Hashing takes a processor for long: one at a time for strangers, and one for devices that have been here. */
const inTurn = turns(WAITING)

/** An Argon2id hash of a password in PHC form, salted. */
export function hashOf(password: string): Promise<string> {
  return hash(password, SHAPE)
}

/** Whether a hash is of another kind, or cheaper, than those that are made today. */
export function isOutdated(passwordHash: string): boolean {
  return !passwordHash.startsWith(OF_THIS_SHAPE)
}

/**
 * Whether a password is the one.
 *
 * @param from whether it comes from a device that has signed in to the account before: it waits for no stranger
 * @throws 503 where too many wait
 */
export async function matches(passwordHash: string, password: string, from: 'known' | 'unknown'): Promise<boolean> {
  try {
    return await inTurn(from, () => verified(passwordHash, password))
  } catch (error) {
    if (!(error instanceof TooMany)) throw error
    throw refusal(503, 'busy', 'Too many sign in at this moment: try again in a few seconds.')
  }
}

async function verified(passwordHash: string, password: string): Promise<boolean> {
  // An account that was removed has none.
  if (passwordHash === '') return false
  return passwordHash.startsWith('$scrypt$') ? before.verify(passwordHash, password) : verify(passwordHash, password)
}
