import { createHash } from 'node:crypto'
import { printedCode, typedCode } from '../session/printedCode'
import type { Database } from './rows'
import { inTransaction } from './transaction'

/** So many are printed: each is used once. */
const CODES = 8
/** 20 of 31 letters are 99 bits: nobody guesses one, so they are kept by a fast hash. */
const LENGTH = 20

/** Makes new recovery codes in place of those from before, as they are printed: four groups of five. */
export function makeRecoveryCodes(db: Database, accountId: string): Promise<string[]> {
  const codes = Array.from({ length: CODES }, () => printedCode(LENGTH))
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

function hashOf(accountId: string, code: string): string {
  return createHash('sha256')
    .update(`${accountId} ${typedCode(code)}`)
    .digest('hex')
}
