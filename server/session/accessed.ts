import type { H3Event } from 'h3'
import type { AccessDeed } from '../../core/contract/access'
import type { Account } from '../../core/contract/account'
import { noteAccess } from '../database/accessLog'
import type { Database } from '../database/rows'
import { addressOf } from './address'

/** Where a request comes from, by what is known of proxies before this server. */
export function callerAddress(event: H3Event): string {
  return addressOf(event, useRuntimeConfig(event).proxies.split(','))
}

/** Notes in the log what happened to access, by whom and from where. */
export function accessed(
  { event, db }: { event: H3Event; db: Database },
  did: AccessDeed,
  account: Pick<Account, 'id' | 'practiceId'> | null,
  about = '',
): Promise<void> {
  const who = { practiceId: account?.practiceId ?? null, accountId: account?.id ?? null }
  return noteAccess(db, { did, ...who, about, address: callerAddress(event) })
}
