import { createHash, randomBytes } from 'node:crypto'
import type { Database } from './rows'
import { inTransaction } from './transaction'

/** So many are printed: each is used once. */
const CODES = 8
/** Letters and digits that nobody mistakes for each other on paper. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'
/** 20 of 31 are 99 bits: nobody guesses one, so they are kept by a fast hash. */
const LENGTH = 20

/** Makes new recovery codes in place of those from before, as they are printed: four groups of five. */
export function makeRecoveryCodes(db: Database, accountId: string): Promise<string[]> {
  const codes = Array.from({ length: CODES }, newCode)
  return inTransaction(db, async (trx) => {
    await trx('recovery_codes').where({ account_id: accountId }).delete()
    await trx('recovery_codes').insert(
      codes.map((code) => ({ code_hash: hashOf(accountId, code), account_id: accountId, made_at: new Date() })),
    )
    return codes
  })
}

/** Uses a code up; whether it was one. Of two who bring the same one gets in. */
export async function takeRecoveryCode(db: Database, accountId: string, code: string): Promise<boolean> {
  const found = { account_id: accountId, code_hash: hashOf(accountId, code), used_at: null }
  return (await db('recovery_codes').where(found).update({ used_at: new Date() })) === 1
}

export async function recoveryCodesLeft(db: Database, accountId: string): Promise<number> {
  return (await db('recovery_codes').where({ account_id: accountId, used_at: null }).select('code_hash')).length
}

function newCode(): string {
  // Bytes beyond the last whole multiple are drawn again, so that no letter is likelier than another.
  const letters: string[] = []
  while (letters.length < LENGTH)
    for (const byte of randomBytes(LENGTH))
      if (byte < LETTERS.length * 8 && letters.length < LENGTH) letters.push(LETTERS.charAt(byte % LETTERS.length))
  return letters.join('').replace(/(.{5})(?=.)/g, '$1-')
}

/** As it is typed: capitals, spaces and dashes make no difference. */
function hashOf(accountId: string, code: string): string {
  const typed = code.toLowerCase().replace(/[^a-z0-9]/g, '')
  return createHash('sha256').update(`${accountId} ${typed}`).digest('hex')
}
