import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'

const hash = new Hash(new Scrypt({}))

/** A scrypt hash of a password in PHC form, salted. */
export function hashOf(password: string): Promise<string> {
  return hash.make(password)
}

export function matches(passwordHash: string, password: string): Promise<boolean> {
  return hash.verify(passwordHash, password)
}
