import { randomUUID } from 'node:crypto'
import type { Account, Role } from '../../core/contract/account'
import { NotFound, type Acting, type Database, type Scope } from './rows'
import { hold, inTransaction } from './transaction'

/** An account as it is stored. */
export interface AccountRow {
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
    .where({ 'a.email': writtenEmail(email), 'p.state': 'open' })
    .whereNull('a.removed_at')
    .first<AccountRow>('a.*', 'p.name as practice_name')
  return row ? { account: accountOf(row), passwordHash: row.password_hash } : null
}

export async function accountsOf(scope: Scope): Promise<Account[]> {
  const { db, practiceId } = scope
  const rows = await db<AccountRow>('accounts as a')
    .join('practices as p', 'p.id', 'a.practice_id')
    .where('a.practice_id', practiceId)
    .whereNull('a.removed_at')
    .orderBy('a.name')
    .select<AccountRow[]>('a.*', 'p.name as practice_name')
  return rows.map(accountOf)
}

/** Whether there is such an account in the practice. */
export async function isAccountOf({ db, practiceId }: Scope, id: string): Promise<boolean> {
  return (await db('accounts').where({ id, practice_id: practiceId, removed_at: null }).first('id')) !== undefined
}

/** Whether anybody has set up a practice here, also one that is closed; one that is only half here is none. */
export async function hasPractice(db: Database): Promise<boolean> {
  return (await db('practices').whereIn('state', ['open', 'closed']).first('id')) !== undefined
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

/** Whether the address is an account's already; says of no practice which. */
export async function isTaken(db: Database, email: string): Promise<boolean> {
  return (
    (await db('accounts')
      .where({ email: writtenEmail(email) })
      .first('id')) !== undefined
  )
}

/** An account with the hash of its password. @throws {NotFound} where the practice has no such one */
export async function ownAccount(
  { db, practiceId }: Scope,
  id: string,
): Promise<{ account: Account; passwordHash: string }> {
  const row = await db<AccountRow>('accounts as a')
    .join('practices as p', 'p.id', 'a.practice_id')
    .where({ 'a.id': id, 'a.practice_id': practiceId })
    .whereNull('a.removed_at')
    .first<AccountRow | undefined>('a.*', 'p.name as practice_name')
  if (!row) throw new NotFound('There is no such account.')
  return { account: accountOf(row), passwordHash: row.password_hash }
}

/** Where somebody who leads is reached; empty: not said. */
export async function telephoneOf({ db, practiceId }: Scope, id: string): Promise<string> {
  const row = await db('accounts')
    .where({ id, practice_id: practiceId })
    .first<{ telephone: string } | undefined>('telephone')
  return row?.telephone ?? ''
}

/** The practice's name, and that of whoever acts in it; of somebody who has left, the practice's. */
export async function namesOf({
  db,
  practiceId,
  accountId,
}: Acting): Promise<{ practiceName: string; writtenBy: string }> {
  const [practice, account] = await Promise.all([
    db('practices').where({ id: practiceId }).first<{ name: string } | undefined>('name'),
    accountId === null
      ? undefined
      : db('accounts').where({ id: accountId, practice_id: practiceId }).first<{ name: string } | undefined>('name'),
  ])
  const practiceName = practice?.name ?? ''
  return { practiceName, writtenBy: account?.name ?? practiceName }
}

export async function setTelephone({ db, practiceId }: Scope, id: string, telephone: string): Promise<void> {
  await db('accounts').where({ id, practice_id: practiceId }).update({ telephone })
}

/** Sets another hash; where `was` is given, only while that is still the one. */
export async function setPasswordHash(db: Database, id: string, passwordHash: string, was?: string): Promise<boolean> {
  const same = was === undefined ? { id } : { id, password_hash: was }
  return (await db('accounts').where(same).update({ password_hash: passwordHash })) > 0
}

/** The last lead of a practice stays one: without, nobody could let anybody in. */
export class LastLead extends Error {
  override name = 'LastLead'
  constructor() {
    super('This is the only lead: make somebody else a lead first.')
  }
}

/**
 * Changes the name and the role of an account.
 *
 * @returns whether the role is another one now
 * @throws {LastLead}, {NotFound}
 */
export function changeAccount(
  scope: Scope,
  id: string,
  { name, role }: { name: string; role: Role },
): Promise<{ account: Account; isOtherRole: boolean }> {
  return amongLeads(scope, async (trx) => {
    const before = await ownAccount({ ...scope, db: trx }, id)
    await trx('accounts').where({ id }).update({ name, role })
    return { account: { ...before.account, name, role }, isOtherRole: before.account.role !== role }
  })
}

/**
 * Takes an account away: nobody signs in with it any more, its address is free, and what it did keeps its name.
 *
 * @throws {LastLead}, {NotFound}
 */
export function removeAccount(scope: Scope, id: string): Promise<void> {
  return amongLeads(scope, async (trx) => {
    await ownAccount({ ...scope, db: trx }, id)
    // An address that nobody can write, and a hash that no password has.
    const gone = { email: `removed ${id}`, password_hash: '', removed_at: trx.raw('utc_timestamp()') }
    await trx('accounts').where({ id }).update(gone)
    for (const table of ['second_factors', 'recovery_codes', 'devices'] as const)
      await trx(table).where({ account_id: id }).delete()
  })
}

/** Work on the accounts of a practice, one at a time; taken back where it leaves no lead. */
function amongLeads<R>({ db, practiceId }: Scope, work: (trx: Database) => Promise<R>): Promise<R> {
  return inTransaction(db, async (trx) => {
    await hold(trx, 'practices', { id: practiceId })
    const result = await work(trx)
    const lead = await trx('accounts').where({ practice_id: practiceId, role: 'lead', removed_at: null }).first('id')
    if (!lead) throw new LastLead()
    return result
  })
}

/** An account as the contract has it. */
export function accountOf(row: AccountRow): Account {
  return {
    id: row.id,
    practiceId: row.practice_id,
    practiceName: row.practice_name,
    email: row.email,
    name: row.name,
    role: row.role,
  }
}
