import { createHash } from 'node:crypto'
import type { Scope } from './rows'
import type { Readable } from 'node:stream'
import { z } from 'zod'
import { hasPractice } from './accounts'
import { catchUp } from './migrate'
import { sealedRows, type Row as LedgerRow } from './migrations/018_append_only'
import type { Database } from './rows'
import { TABLES, type Table } from './tables'

const FORMAT = 'unhurried-circle-archive'
/** From 2 on an archive ends with a line that says so. */
const FORMAT_VERSION = 2
const ROWS_AT_ONCE = 1000
/** No row is so long: a plan of a thousand blocks is less. */
const LINE_AT_MOST = 2_000_000

/** The first line of an archive. */
const Head = z.object({
  format: z.literal(FORMAT),
  formatVersion: z.number().int().min(1).max(FORMAT_VERSION),
  practice: z.string(),
  migrations: z.array(z.string()),
  writtenAt: z.string(),
})
/** The first line of a format that is still to come. */
const NewerHead = z.object({ format: z.literal(FORMAT), formatVersion: z.number().min(FORMAT_VERSION + 1) })
/** All others: one row of a table, as the database gives it. */
const Line = z.object({
  table: z.enum(TABLES),
  row: z.record(z.string().regex(/^[a-z_]+$/), z.union([z.string(), z.number(), z.null()])),
})

/** The last line: how many rows of each table, and the SHA-256 of all lines before. */
const End = z.object({ end: z.literal(true), rows: z.record(z.string(), z.number()), sha256: z.string() })

/** Why an archive cannot be restored, with the line at fault. */
export class BrokenArchive extends Error {
  override name = 'BrokenArchive'
}

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
        .stream() as Readable
      for await (const row of rows) {
        counts[table] = (counts[table] ?? 0) + 1
        yield counted({ table, row: plain(row) })
      }
    }
    yield line({ end: true, rows: counts, sha256: hash.digest('hex') } satisfies z.infer<typeof End>)
  } finally {
    await trx.rollback()
  }
}

/** What the application may not change once it is written is brought up to date before. */
async function asOfNow(
  trx: Database,
  { table, rows }: { table: Table; rows: Record<string, unknown>[] },
): Promise<Record<string, unknown>[]> {
  const isOlder = table === 'ledger' && rows.some((row) => row.sealed === undefined)
  return isOlder ? (await sealedRows(trx, rows as unknown as LedgerRow[])).map((row) => ({ ...row })) : rows
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
    let waiting: { table: Table; rows: Record<string, unknown>[] } | null = null
    const flush = async () => {
      if (!waiting) return
      await trx(waiting.table).insert(await asOfNow(trx, waiting))
      waiting = null
    }
    // What refers to itself, as a result to its correction, may come before what it refers to.
    await trx.raw('set foreign_key_checks = 0')
    let read: Awaited<ReturnType<typeof readArchive>>
    try {
      read = await readArchive(text, known, async (table, row) => {
        if (waiting && (waiting.table !== table || waiting.rows.length >= ROWS_AT_ONCE)) await flush()
        waiting ??= { table, rows: [] }
        waiting.rows.push(row)
      })
      await flush()
    } catch (error) {
      if (error instanceof BrokenArchive) throw error
      // The database's own words name values of rows: only what is at fault is said.
      throw new BrokenArchive(
        error instanceof Error ? (error.message.split(' - ').at(-1) ?? '') : 'It is not readable.',
      )
    } finally {
      await trx.raw('set foreign_key_checks = 1')
    }
    await checkReferences(trx)
    if (!(await trx('accounts').where({ role: 'lead', removed_at: null }).first('id')))
      throw new BrokenArchive('The archive has no lead: nobody could sign in to what it holds.')
    await catchUp(trx, read.migrations)
    return read.rows
  })
}

/**
 * Reads an archive to its end, row by row, and holds it against its closing line.
 *
 * @param take called with each row, in order
 * @returns rows by table, and what was done to the database that wrote it
 * @throws {BrokenArchive} where it is no archive, of a newer shape, damaged or cut short anywhere, or not of one practice
 */
export async function readArchive(
  text: Readable,
  known: readonly string[],
  take: (table: Table, row: Record<string, unknown>) => Promise<void> = async () => {},
): Promise<{ rows: Partial<Record<Table, number>>; migrations: string[] }> {
  const rows: Partial<Record<Table, number>> = {}
  const hash = createHash('sha256')
  let head: z.infer<typeof Head> | null = null
  let end: z.infer<typeof End> | null = null
  let at = 0
  for await (const one of linesOf(text)) {
    at += 1
    if (one === '') continue
    if (end) throw new BrokenArchive(`Line ${at}: the archive has ended before it.`)
    const closing = head && one.startsWith('{"end":') ? End.safeParse(jsonOf(one)) : null
    if (closing?.success) {
      end = closing.data
      continue
    }
    hash.update(`${one}\n`)
    if (!head) {
      head = headOf(one, known)
      continue
    }
    const { table, row } = lineOf(one, at)
    if (row[ownedBy(table)] !== head.practice)
      throw new BrokenArchive(`Line ${at}: this row is not of the archive's practice.`)
    await take(table, row)
    rows[table] = (rows[table] ?? 0) + 1
  }
  if (!head || !rows.practices) throw new BrokenArchive('This is no archive of a practice, or it is cut short.')
  if (head.formatVersion > 1) requireWhole(end, rows, hash.digest('hex'))
  return { rows, migrations: head.migrations }
}

function requireWhole(end: z.infer<typeof End> | null, rows: Partial<Record<Table, number>>, sha256: string): void {
  if (!end) throw new BrokenArchive('The archive is cut short: its closing line is missing.')
  const off = Object.entries(end.rows).find(([table, count]) => rows[table as Table] !== count)
  if (off) throw new BrokenArchive(`The archive is damaged: ${off[1]} rows of “${off[0]}” were written.`)
  if (end.sha256 !== sha256) throw new BrokenArchive('The archive is damaged: it is not what was written.')
}

/** A stream's lines; unlike a line reader, it hands on what goes wrong in the stream, such as a damaged zip. */
async function* linesOf(text: Readable): AsyncGenerator<string> {
  let rest = ''
  try {
    for await (const chunk of text.setEncoding('utf8')) {
      const lines = (rest + chunk).split('\n')
      rest = lines.pop() ?? ''
      if (rest.length > LINE_AT_MOST) throw new BrokenArchive('This is no archive of a practice: it has no lines.')
      yield* lines
    }
  } catch (error) {
    if (error instanceof Error && 'code' in error && String(error.code).startsWith('Z_'))
      throw new BrokenArchive(`The file is damaged or cut short: it cannot be unzipped (${error.message}).`)
    throw error
  }
  if (rest !== '') yield rest
}

/** With the checks off while rows come in, what points nowhere is looked for afterwards. */
async function checkReferences(db: Database): Promise<void> {
  const keys = await db('information_schema.key_column_usage')
    .whereRaw('table_schema = database()')
    .whereNotNull('referenced_table_name')
    .select<{ t: string; c: string; rt: string; rc: string }[]>(
      'table_name as t',
      'column_name as c',
      'referenced_table_name as rt',
      'referenced_column_name as rc',
    )
  for (const { t, c, rt, rc } of keys) {
    const lost = await db(`${t} as a`)
      .leftJoin(`${rt} as b`, `b.${rc}`, `a.${c}`)
      .whereNotNull(`a.${c}`)
      .whereNull(`b.${rc}`)
      .first(db.raw('1'))
    if (lost) throw new BrokenArchive(`In “${t}” a ${c.replace('_id', '')} is named that is not in the archive.`)
  }
}

function headOf(one: string, known: readonly string[]): z.infer<typeof Head> {
  const said = jsonOf(one)
  const head = Head.safeParse(said)
  const isNewer =
    NewerHead.safeParse(said).success || (head.data?.migrations ?? []).some((name) => !known.includes(name))
  if (isNewer) throw new BrokenArchive('This archive was written by a newer version of the application: update first.')
  if (!head.success) throw new BrokenArchive('This is no archive of a practice.')
  return head.data
}

function lineOf(one: string, at: number): z.infer<typeof Line> {
  const parsed = Line.safeParse(jsonOf(one))
  if (!parsed.success) throw new BrokenArchive(`Line ${at} is not readable: the archive is damaged or cut short.`)
  return parsed.data
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

function ownedBy(table: Table): string {
  return table === 'practices' ? 'id' : 'practice_id'
}

/** JSON columns come as text or as what they hold, as the driver likes. */
function plain(row: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(row).map(([name, value]) => [
      name,
      value !== null && typeof value === 'object' ? JSON.stringify(value) : value,
    ]),
  )
}

function line(value: unknown): string {
  return `${JSON.stringify(value)}\n`
}
