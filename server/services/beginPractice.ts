import type { Account } from '../../core/contract/account'
import { addPractice, hasPractice, type NewAccount } from '../database/accounts'
import { locked } from '../database/locked'
import type { Database } from '../database/rows'

/**
 * Makes the first practice of an installation; of several at the same moment one does.
 *
 * @returns its first lead; null: there is a practice already
 */
export function beginPractice(db: Database, name: string, first: NewAccount): Promise<Account | null> {
  return locked(db, 'circle.first', async () => ((await hasPractice(db)) ? null : addPractice(db, name, first)))
}
