import type { Scope } from './rows'
import type { Readable } from 'node:stream'
import { z } from 'zod'
import { hasPractice } from './accounts'
import { catchUp } from './migrate'
import type { Database } from './rows'
import { TABLES, type Table } from './tables'

const FORMAT = 'unhurried-circle-archive'
const FORMAT_VERSION = 1
const ROWS_AT_ONCE = 1000

/** The first line of an archive. */
const Head = z.object({
  format: z.literal(FORMAT),
  formatVersion: z.literal(FORMAT_VERSION),
  practice: z.string(),
  migrations: z.array(z.string()),
  writtenAt: z.string(),
})
/** All others: one row of a table, as the database gives it. */
const Line = z.object({
  table: z.enum(TABLES),
  row: z.record(z.string().regex(/^[a-z_]+$/), z.union([z.string(), z.number(), z.null()])),
})

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
    yield line({
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
      for await (const row of rows) yield line({ table, row: plain(row) })
    }
  } finally {
    await trx.rollback()
  }
}

/**
 * Restores an archive into an installation without a practice; all of it, or nothing.
 *
 * @param text unzipped, in any pieces
 * @returns how many rows each table got
 * @throws {BrokenArchive} where it is no archive, of a newer shape, cut short, or not of one practice
 */
export async function restoreArchive(
  db: Database,
  text: Readable,
  known: readonly string[],
): Promise<Partial<Record<Table, number>>> {
  return db.transaction(async (trx) => {
    if (await hasPractice(trx))
      throw new BrokenArchive('There is a practice here already: an archive is restored into an empty installation.')
    const counts: Partial<Record<Table, number>> = {}
    let head: z.infer<typeof Head> | null = null
    let waiting: { table: Table; rows: Record<string, unknown>[] } | null = null
    let at = 0
    const flush = async () => {
      if (!waiting) return
      await trx(waiting.table).insert(waiting.rows)
      counts[waiting.table] = (counts[waiting.table] ?? 0) + waiting.rows.length
      waiting = null
    }
    // What refers to itself, as a result to its correction, may come before what it refers to.
    await trx.raw('set foreign_key_checks = 0')
    try {
      for await (const one of linesOf(text)) {
        at += 1
        if (one === '') continue
        if (!head) {
          head = headOf(one, known)
          continue
        }
        const { table, row } = lineOf(one, at)
        if (row[ownedBy(table)] !== head.practice)
          throw new BrokenArchive(`Line ${at}: this row is not of the archive's practice.`)
        if (waiting && (waiting.table !== table || waiting.rows.length >= ROWS_AT_ONCE)) await flush()
        waiting ??= { table, rows: [] }
        waiting.rows.push(row)
      }
      await flush()
    } catch (error) {
      if (error instanceof BrokenArchive) throw error
      throw new BrokenArchive(
        `Line ${at}: ${error instanceof Error ? error.message.split(' - ').at(-1) : 'not readable'}`,
      )
    } finally {
      await trx.raw('set foreign_key_checks = 1')
    }
    if (!head || !counts.practices) throw new BrokenArchive('This is no archive of a practice, or it is cut short.')
    await checkReferences(trx)
    await catchUp(trx, head.migrations)
    return counts
  })
}

/** A stream's lines; unlike a line reader, it hands on what goes wrong in the stream, such as a damaged zip. */
async function* linesOf(text: Readable): AsyncGenerator<string> {
  let rest = ''
  for await (const chunk of text.setEncoding('utf8')) {
    const lines = (rest + chunk).split('\n')
    rest = lines.pop() ?? ''
    yield* lines
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
  const head = Head.safeParse(jsonOf(one))
  if (!head.success) throw new BrokenArchive('This is no archive of a practice.')
  if (head.data.migrations.some((name) => !known.includes(name)))
    throw new BrokenArchive('This archive was written by a newer version of the application: update first.')
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
