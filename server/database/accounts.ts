import { randomUUID } from 'node:crypto'
import type { Account, Role } from '../../core/contract/practice'
import { NotFound, type Database, type Scope } from './rows'
import { inTransaction } from './transaction'

interface AccountRow {
  id: string
  practice_id: string
  practice_name: string
  email: string
  name: string
  role: Role
  password_hash: string
}

/** An e-mail address in the one way in which it is stored. */
export function writtenEmail(email: string): string {
  return email.trim().normalize('NFKC').toLowerCase()
}

/** The account of an e-mail address with its hash; the only query that is not scoped, since it finds the practice. */
export async function accountByEmail(
  db: Database,
  email: string,
): Promise<{ account: Account; passwordHash: string } | null> {
  const row = await db<AccountRow>('accounts as a')
    .join('practices as p', 'p.id', 'a.practice_id')
    .where('a.email', writtenEmail(email))
    .first<AccountRow>('a.*', 'p.name as practice_name')
  return row ? { account: accountOf(row), passwordHash: row.password_hash } : null
}

export async function accountsOf(scope: Scope): Promise<Account[]> {
  const { db, practiceId } = scope
  const rows = await db<AccountRow>('accounts as a')
    .join('practices as p', 'p.id', 'a.practice_id')
    .where('a.practice_id', practiceId)
    .orderBy('a.name')
    .select<AccountRow[]>('a.*', 'p.name as practice_name')
  return rows.map(accountOf)
}

/** Whether there is such an account in the practice. */
export async function isAccountOf({ db, practiceId }: Scope, id: string): Promise<boolean> {
  return (await db('accounts').where({ id, practice_id: practiceId }).first('id')) !== undefined
}

/** Whether anybody has set up a practice here. */
export async function hasPractice(db: Database): Promise<boolean> {
  return (await db('practices').first('id')) !== undefined
}

export interface NewAccount {
  email: string
  name: string
  role: Role
  passwordHash: string
}

export async function addPractice(
  db: Database,
  name: string,
  first: NewAccount,
  id: string = randomUUID(),
): Promise<Account> {
  return inTransaction(db, async (trx) => {
    await trx('practices').insert({ id, name })
    return addAccount({ db: trx, practiceId: id }, first)
  })
}

export async function addAccount(scope: Scope, account: NewAccount): Promise<Account> {
  const { db, practiceId } = scope
  const practice = await db<{ id: string; name: string }>('practices').where({ id: practiceId }).first()
  if (!practice) throw new NotFound('There is no such practice.')
  const id = randomUUID()
  const email = writtenEmail(account.email)
  await db('accounts').insert({
    id,
    practice_id: practiceId,
    email,
    name: account.name,
    role: account.role,
    password_hash: account.passwordHash,
  })
  return { id, practiceId, practiceName: practice.name, email, name: account.name, role: account.role }
}

function accountOf(row: AccountRow): Account {
  return {
    id: row.id,
    practiceId: row.practice_id,
    practiceName: row.practice_name,
    email: row.email,
    name: row.name,
    role: row.role,
  }
}
