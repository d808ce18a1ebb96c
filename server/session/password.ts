import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { refusal } from '../http/refuse'
import { TooMany, turns } from '../threads/turns'

const hash = new Hash(new Scrypt({}))

/** So many wait to have a password looked at; who comes after them is asked to come again. */
const WAITING = 20
/** Hashing takes a processor for long: one at a time for strangers, and one for devices that have been here. */
const inTurn = turns(WAITING)

/** A scrypt hash of a password in PHC form, salted. */
export function hashOf(password: string): Promise<string> {
  return hash.make(password)
}

/**
 * Whether a password is the one.
 *
 * @param from whether it comes from a device that has signed in to the account before: it waits for no stranger
 * @throws 503 where too many wait
 */
export async function matches(passwordHash: string, password: string, from: 'known' | 'unknown'): Promise<boolean> {
  try {
    return await inTurn(from, () => hash.verify(passwordHash, password))
  } catch (error) {
    if (!(error instanceof TooMany)) throw error
    throw refusal(503, 'busy', 'Too many sign in at this moment: try again in a few seconds.')
  }
}
