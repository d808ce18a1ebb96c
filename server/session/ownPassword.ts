import type { H3Event } from 'h3'
import type { Account } from '../../core/contract/account'
import { ownAccount } from '../database/accounts'
import type { Scope } from '../database/rows'
import { notValid } from '../http/refuse'
import { accessed, callerAddress } from './accessed'
import { attempts } from './attempts'
import { matches } from './password'

/**
 * Asks somebody who is signed in for their password once more, before access is changed: the tablet may have been left
 * lying. Tries are counted with those of signing in.
 *
 * @param field where to say that it is wrong
 * @returns the account's hash
 * @throws 422 where it is not the one, 429
 */
export async function requireOwnPassword(
  event: H3Event,
  { scope, account }: { scope: Scope; account: Account },
  password: string,
  field: 'password' | 'oldPassword' = 'password',
): Promise<string> {
  const { passwordHash } = await ownAccount(scope, account.id)
  const counted = await attempts().count({ whom: account.id, address: callerAddress(event), device: 'signed in' })
  if (!(await matches(passwordHash, password, 'known'))) {
    await accessed({ event, db: scope.db }, 'gave a wrong password', account)
    throw notValid({ [field]: 'This is not your password.' })
  }
  await counted.wasRight()
  return passwordHash
}
