import { createHash } from 'node:crypto'
import type { Readable } from 'node:stream'
import { setImmediate as others } from 'node:timers/promises'
import { z } from 'zod'
import { TABLES, type Table } from './tables'

export const FORMAT = 'unhurried-circle-archive'
/** From 2 on an archive ends with a line that says so. */
export const FORMAT_VERSION = 2
/** No row is so long: a plan of a thousand blocks is less. */
const LINE_AT_MOST = 2_000_000

/** The first line of an archive. */
export const Head = z.object({
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
export const End = z.object({ end: z.literal(true), rows: z.record(z.string(), z.number()), sha256: z.string() })

/** Why an archive cannot be restored, with the line at fault. */
export class BrokenArchive extends Error {
  override name = 'BrokenArchive'
}

/**
 * Reads an archive to its end, row by row, and holds it against its closing line.
 *
 * @param take called with each row, in order
 * @returns rows by table, and what was done to the database that wrote it
 * @throws {BrokenArchive} where it is no archive, of a newer shape, damaged or cut short anywhere, or not of one
 * practice
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
  const counted: Partial<Record<string, number>> = rows
  const off = Object.entries(end.rows).find(([table, count]) => counted[table] !== count)
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
      // What has come is read at once: others have their turn before the next piece.
      await others()
    }
  } catch (error) {
    if (error instanceof Error && 'code' in error && String(error.code).startsWith('Z_'))
      throw new BrokenArchive(`The file is damaged or cut short: it cannot be unzipped (${error.message}).`)
    throw error
  }
  if (rest !== '') yield rest
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

/** The column that says whose a row is. */
export function ownedBy(table: Table): string {
  return table === 'practices' ? 'id' : 'practice_id'
}
