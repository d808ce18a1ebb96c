import type { Account } from '../../core/contract/account'
import { READY_TAG } from '../../core/plan/readyPlan'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { readyPlans } from '../catalogue/readyPlans'
import { addPractice, hasPractice, isTaken, type NewAccount } from '../database/accounts'
import { locked } from '../database/locked'
import type { Acting, Database } from '../database/rows'
import { addToShelf } from '../database/shelf'
import { inTransaction } from '../database/transaction'

/**
 * Makes the first practice of an installation, with the plans that ship on its shelf; of several at the same moment one
 * does.
 *
 * @returns its first lead; null: there is a practice already
 */
export function beginPractice(db: Database, name: string, first: NewAccount): Promise<Account | null> {
  return locked(db, 'circle.first', async () => {
    if (await hasPractice(db)) return null
    return addWhole(db, name, first)
  })
}

/**
 * Makes one more practice in an installation of several, as whoever runs it does.
 *
 * @returns its first lead; null: somebody signs in with this address already
 */
export async function addFirstLead(db: Database, name: string, first: NewAccount): Promise<Account | null> {
  if (await isTaken(db, first.email)) return null
  try {
    return await addWhole(db, name, first)
  } catch (error) {
    // Of two at the same moment one was first.
    if (await isTaken(db, first.email)) return null
    throw error
  }
}

/** Whole or not at all: a practice without its shelf could not be set up again. */
function addWhole(db: Database, name: string, first: NewAccount): Promise<Account> {
  return inTransaction(db, async (trx) => {
    const account = await addPractice(trx, name, first)
    await fillShelf({ db: trx, practiceId: account.practiceId, accountId: account.id })
    return account
  })
}

async function fillShelf(acting: Acting): Promise<void> {
  for (const plan of readyPlans(await linkedCatalogue(acting)))
    await addToShelf(acting, { plan, tags: [READY_TAG], archived: false })
}
