import { createHash } from 'node:crypto'
import type { Readable } from 'node:stream'
import { setTimeout as wait } from 'node:timers/promises'
import type { Knex } from 'knex'
import type { z } from 'zod'
import { hasPractice } from './accounts'
import { BrokenArchive, FORMAT, FORMAT_VERSION, ownedBy, readArchive, type End, type Head } from './archiveFile'
import { databaseErrorOf } from './databaseError'
import { GivingWay } from './givingWay'
import { catchUp } from './migrate'
import { sealedRows, type Row as LedgerRow } from './migrations/018_append_only'
import { removePractice } from './practices'
import type { Database, Scope } from './rows'
import { TABLES, type Table } from './tables'
import { inTransaction } from './transaction'

const ROWS_AT_ONCE = 200
/** Beside others it comes in smaller pieces, with a pause after each that is longer the busier they are. */
const ROWS_BESIDE = 100

/**
 * A whole practice as lines of JSON, all of one moment: the head, then row after row, table by table, those that others
 * refer to first. Passwords are in it as they are stored, hashed, so that everybody can sign in again.
 */
export async function* archiveLines(scope: Scope): AsyncGenerator<string> {
  const { db, practiceId } = scope
  const trx = await db.transaction({ isolationLevel: 'repeatable read' })
  try {
    const migrations = await trx('knex_migrations').orderBy('id').select<{ name: string }[]>('name')
    const hash = createHash('sha256')
    const counts: Record<string, number> = {}
    const counted = (value: unknown): string => {
      const text = line(value)
      hash.update(text)
      return text
    }
    yield counted({
      format: FORMAT,
      formatVersion: FORMAT_VERSION,
      practice: practiceId,
      migrations: migrations.map(({ name }) => name),
      writtenAt: new Date().toISOString(),
    } satisfies z.infer<typeof Head>)
    for (const table of TABLES) {
      const rows = trx(table)
        .where({ [ownedBy(table)]: practiceId })
        // Another installation counts its entries anew, in this order.
        .modify((query: Knex.QueryBuilder) => void (table === 'health_log' && query.orderBy(['at', 'id'])))
        .stream() as Readable
      for await (const row of rows) {
        counts[table] = (counts[table] ?? 0) + 1
        yield counted({ table, row: plain(table, row) })
      }
    }
    yield line({ end: true, rows: counts, sha256: hash.digest('hex') } satisfies z.infer<typeof End>)
  } finally {
    await trx.rollback()
  }
}

/** Columns that the database counts: beside other practices they are counted anew. */
const COUNTED: Partial<Record<Table, string>> = { health_log: 'id', ledger: 'sequence', shelf_versions: 'id' }

/** What the application may not change once it is written is brought up to date before. */
async function asOfNow(
  trx: Database,
  { table, rows }: { table: Table; rows: Record<string, unknown>[] },
): Promise<Record<string, unknown>[]> {
  if (table !== 'ledger') return rows
  const isOlder = rows.some((row) => row.sealed === undefined)
  const sealed = isOlder ? await sealedRows(trx, rows as unknown as LedgerRow[]) : rows
  return sealed.map((row: { sequence?: unknown }) => ({ place: row.sequence, ...row }))
}

/** How an archive is put in. */
interface Putting {
  /** Does one piece of it; pieces of a kind take alike. */
  piece: <R>(kind: string, work: (trx: Database) => Promise<R>) => Promise<R>
  /** Whether other practices are there: nothing of them is touched, and until the end nobody sees this one. */
  isBeside: boolean
}

/**
 * Restores an archive into an installation without a practice; all of it, or nothing.
 *
 * @param text unzipped, in any pieces
 * @returns how many rows each table got
 * @throws {BrokenArchive} where it is no archive, of a newer shape, cut short, not of one practice, or without a lead
 */
export async function restoreArchive(
  db: Database,
  text: Readable,
  known: readonly string[],
): Promise<Partial<Record<Table, number>>> {
  return db.transaction(async (trx) => {
    if (await hasPractice(trx))
      throw new BrokenArchive('There is a practice here already: an archive is restored into an empty installation.')
    const { rows } = await putIn(text, known, { piece: (_, work) => work(trx), isBeside: false })
    return rows
  })
}

/**
 * Restores an archive beside other practices: in pieces, none of which holds a cluster up, as a practice that nobody
 * sees until all of it is there. One that cannot be restored is taken away again; where that is cut short too,
 * `removeHalfDone` does it. Only whoever makes the tables can do it: the application itself takes nothing out of its
 * logs.
 *
 * @param pauseTimes how much longer than a piece the pause after it is at least; 0 where nobody else is there
 * @returns the id of the practice, and how many rows each table got
 * @throws {BrokenArchive} as `restoreArchive`, and where something of it is another practice's here
 */
export async function restoreBeside(
  db: Database,
  text: Readable,
  known: readonly string[],
  { pauseTimes }: { pauseTimes?: number } = {},
): Promise<{ practiceId: string; rows: Partial<Record<Table, number>> }> {
  const way = new GivingWay(pauseTimes)
  const piece: Putting['piece'] = async (kind, work) => {
    const began = performance.now()
    const done = await inTransaction(db, work)
    await wait(way.pauseAfter(kind, performance.now() - began))
    return done
  }
  const putting: Putting = { piece, isBeside: true }
  return putIn(text, known, putting, (practiceId) => removePractice(db, practiceId))
}

/** @param undo takes away what was put in, where it does not come to its end */
async function putIn(
  text: Readable,
  known: readonly string[],
  { piece, isBeside }: Putting,
  undo: (practiceId: string) => Promise<void> = async () => {},
): Promise<{ practiceId: string; rows: Partial<Record<Table, number>> }> {
  let begun = ''
  let waiting: { table: Table; rows: Record<string, unknown>[] } | null = null
  const flush = async () => {
    if (!waiting) return
    const { table } = waiting
    const rows = isBeside ? waiting.rows.map((row) => besideOthers(table, row)) : waiting.rows
    waiting = null
    const kind = rows.length < ROWS_BESIDE ? 'a few' : table
    await piece(kind, (trx) => unchecked(trx, async () => trx(table).insert(await asOfNow(trx, { table, rows }))))
    if (table === 'practices') begun = String(rows[0]?.id)
    if (isBeside) await piece('alive', (trx) => trx('practices').where({ id: begun }).update({ state_at: new Date() }))
  }
  try {
    const { rows, migrations } = await readArchive(text, known, async (table, row) => {
      if (waiting && (waiting.table !== table || waiting.rows.length >= (isBeside ? ROWS_BESIDE : ROWS_AT_ONCE)))
        await flush()
      waiting ??= { table, rows: [] }
      waiting.rows.push(row)
    })
    await flush()
    await piece('references', (trx) => checkReferences(trx, begun))
    await piece('lead', (trx) => requireLead(trx, begun))
    await piece('catch up', (trx) => catchUp(trx, migrations, begun))
    if (isBeside)
      await piece('open', (trx) => trx('practices').where({ id: begun }).update({ state: 'open', state_at: null }))
    return { practiceId: begun, rows }
  } catch (error) {
    if (begun !== '') await undo(begun)
    throw asBroken(error)
  }
}

/** What refers to itself, as a result to its correction, may come before what it refers to. */
async function unchecked(trx: Database, work: () => Promise<unknown>): Promise<void> {
  await trx.raw('set foreign_key_checks = 0')
  try {
    await work()
  } finally {
    await trx.raw('set foreign_key_checks = 1')
  }
}

/** A row as it stands beside other practices: counted anew; and what a practice may use here, whoever runs it says. */
function besideOthers(table: Table, row: Record<string, unknown>): Record<string, unknown> {
  if (table === 'practices')
    return {
      ...row,
      ...{ state: 'arriving', state_at: new Date() },
      ...{ people_at_most: null, meetings_at_most: null, requests_at_most: null },
    }
  const counted = COUNTED[table]
  if (counted === undefined) return row
  const { [counted]: before, ...rest } = row
  return table === 'ledger' ? { place: before, ...rest } : rest
}

async function requireLead(trx: Database, practiceId: string): Promise<void> {
  if (!(await trx('accounts').where({ practice_id: practiceId, role: 'lead', removed_at: null }).first('id')))
    throw new BrokenArchive('The archive has no lead: nobody could sign in to what it holds.')
}

/** The database's own words name values of rows: only what is at fault is said. */
function asBroken(error: unknown): unknown {
  if (error instanceof BrokenArchive || databaseErrorOf(error)?.isAway) return error
  const words = error instanceof Error ? (error.message.split(' - ').at(-1) ?? '') : 'It is not readable.'
  if (words.includes('accounts_email_unique'))
    return new BrokenArchive('An account in it has the e-mail address of one that is here already.')
  if (words.includes('Duplicate entry')) return new BrokenArchive('Something in it is here already, under the same id.')
  return new BrokenArchive(words)
}

/** With the checks off while rows come in, what points nowhere, or to another practice, is looked for afterwards. */
async function checkReferences(db: Database, practiceId: string): Promise<void> {
  const keys = await db('information_schema.key_column_usage')
    .whereRaw('table_schema = database()')
    .whereIn('table_name', TABLES)
    .whereIn('referenced_table_name', TABLES)
    .select<{ t: Table; c: string; rt: Table; rc: string }[]>(
      'table_name as t',
      'column_name as c',
      'referenced_table_name as rt',
      'referenced_column_name as rc',
    )
  for (const { t, c, rt, rc } of keys) {
    const lost = await db(`${t} as a`)
      .leftJoin(`${rt} as b`, (join) =>
        join.on(`b.${rc}`, `a.${c}`).andOn(`b.${ownedBy(rt)}`, db.raw('?', [practiceId])),
      )
      .where(`a.${ownedBy(t)}`, practiceId)
      .whereNotNull(`a.${c}`)
      .whereNull(`b.${rc}`)
      .first(db.raw('1'))
    if (lost) throw new BrokenArchive(`In “${t}” a ${c.replace('_id', '')} is named that is not in the archive.`)
  }
}

/**
 * JSON columns come as text or as what they hold, as the driver likes. How often a row was held says nothing anywhere
 * else, but for people, whose decisions are counted by it.
 */
function plain(table: Table, { turn, ...row }: Record<string, unknown>): Record<string, unknown> {
  const kept = table === 'participants' ? { ...row, turn } : row
  return Object.fromEntries(
    Object.entries(kept).map(([name, value]) => [
      name,
      value !== null && typeof value === 'object' ? JSON.stringify(value) : value,
    ]),
  )
}

function line(value: unknown): string {
  return `${JSON.stringify(value)}\n`
}
