import { fromJson, type Database, type Scope } from './rows'
import { TABLES } from './tables'
import { z } from 'zod'

/** What a row says, by column. */
export type PlainRow = Record<string, unknown>

/** Read from elsewhere: opened, or as it holds now. */
const READ_ELSEWHERE: ReadonlySet<string> = new Set(['ledger', 'person_keys'])
/** Says which rows are whose, and nothing of anybody. */
const BARE: ReadonlySet<string> = new Set([
  'practice_id',
  'participant_id',
  'sequence',
  'place',
  'turn',
  'times',
  'token_hash',
])
/** Of the installation, and of a person too. */
const OF_BOTH: readonly string[] = ['home_links']

/**
 * Every row that is about somebody, table by table, as it is stored, and what others' rows say of them: the order round
 * a room, what was pressed of them in a class. A test compares it with the database, so that no table is forgotten.
 */
export async function personRows(scope: Scope, id: string): Promise<Record<string, PlainRow[]>> {
  const { db, practiceId } = scope
  const names = await accountNames(scope)
  const rows: Record<string, PlainRow[]> = {}
  for (const table of await tablesOfPeople(db)) {
    const own = await db(table).where({ practice_id: practiceId, participant_id: id }).select<PlainRow[]>('*')
    rows[table] = own.map((row) => plain(row, names))
  }
  const pressed = await db('class_events')
    .where({ practice_id: practiceId })
    .whereRaw(`json_value(event, '$.participant') = ?`, [id])
    .select<PlainRow[]>('*')
  rows.class_events = pressed.map((row) => plain(row, names))
  const seated = await db('meetings')
    .where({ practice_id: practiceId })
    .where('seating', 'like', `%${id}%`)
    .select<{ starts_at: string; seating: unknown }[]>('starts_at', 'seating')
  rows.seating = seated.map(({ starts_at, seating }) => ({
    meeting: starts_at,
    place: fromJson(seating, z.array(z.string())).indexOf(id) + 1,
  }))
  const besides = await db('participants')
    .where({ practice_id: practiceId })
    .where('beside', 'like', `%${id}%`)
    .count<{ many: number }[]>('* as many')
    .first()
  rows.beside = Number(besides?.many ?? 0) === 0 ? [] : [{ wished_for_by: Number(besides?.many) }]
  return rows
}

/** Tables with a column that names a person. */
async function tablesOfPeople(db: Database): Promise<string[]> {
  const [columns = []] = await db.raw<[{ name: string }[]]>(
    `select table_name as name from information_schema.columns
     where table_schema = database() and column_name = 'participant_id'`,
  )
  const known: ReadonlySet<string> = new Set([...TABLES, ...OF_BOTH])
  return columns.map(({ name }) => name).filter((name) => known.has(name) && !READ_ELSEWHERE.has(name))
}

async function accountNames({ db, practiceId }: Scope): Promise<Map<string, string>> {
  const rows = await db('accounts')
    .where({ practice_id: practiceId })
    .select<{ id: string; name: string }[]>('id', 'name')
  return new Map(rows.map((row) => [row.id, row.name]))
}

/** Without keys, with what is JSON read, and with names of who did it. */
function plain(row: PlainRow, names: ReadonlyMap<string, string>): PlainRow {
  return Object.fromEntries(
    Object.entries(row)
      .filter(([column]) => !BARE.has(column))
      .map(([column, value]) => [column, names.get(String(value)) ?? read(value)]),
  )
}

function read(value: unknown): unknown {
  if (typeof value !== 'string' || !/^[[{]/.test(value)) return value
  try {
    return JSON.parse(value)
  } catch {
    return value
  }
}
