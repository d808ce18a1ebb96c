import type { Knex } from 'knex'
import { z } from 'zod'
import { AccidentReport } from '../../core/lead/accident'
import { fromJson, type Database, type Scope } from './rows'
import { TABLES } from './tables'

/** Somebody who is erased. */
interface Gone {
  id: string
  name: string
}

/** In place of a name. */
const NOBODY = 'somebody'
/** These name staff, or other people by their own names; or say nothing in plain text. */
const NOT_READ: ReadonlySet<string> = new Set([
  'practices',
  'accounts',
  'person_keys',
  'ledger',
  'health_log',
  'made_up',
])

/** These are about classes and places: a first name that stands alone in them may be any word. */
const NOT_OF_PEOPLE: ReadonlySet<string> = new Set([
  'venues',
  'circles',
  'shelf_plans',
  'shelf_versions',
  'series',
  'holidays',
  'meetings',
  'plan_versions',
  'own_movements',
])
/** First names that are words as well: alone, they stay where they are, or notes would lose those words. */
const ALSO_WORDS: ReadonlySet<string> = new Set(
  (
    'amber april art august autumn basil bill blanche bob bud carol chance chase christian clay ' +
    'cliff constance coral ' +
    'crystal daisy dale dawn dick drew earl ernest faith fern fleur flora frank gene glen grace guy harmony hazel ' +
    'heath heather hope iris ivy jack jade jasmine jean jerry joy june lane lily mark martin max may mercy miles ' +
    'norm olive pat patience pearl penny pierce poppy prudence ray reed rich rob robin rose ruby rusty sandy sky ' +
    'stone sue summer sunny victor viola violet wade will wren young'
  ).split(' '),
)

/**
 * Takes every mention of somebody out of what is about others or about a meeting: accidents, what was pressed in a
 * class, the seating, neighbours' wishes, and their name wherever it was written into a text; in texts about people
 * also their first name alone, where nobody else of the practice bears it and it is no common word.
 */
export async function eraseMentions(scope: Scope, gone: Gone): Promise<void> {
  const first = await ownFirstName(scope, gone)
  await eraseAccidents(scope, gone, first)
  await eraseEvents(scope, gone)
  await eraseFromLists(scope, gone, { table: 'meetings', column: 'seating' })
  await eraseFromLists(scope, gone, { table: 'participants', column: 'beside' })
  await eraseName(scope, gone, first)
}

/** Their first name, where it means nobody else and nothing else; else null. */
async function ownFirstName({ db, practiceId }: Scope, { id, name }: Gone): Promise<string | null> {
  const first = name.split(' ')[0] ?? name
  if (first.length < 2 || ALSO_WORDS.has(first.toLowerCase())) return null
  const bears = (query: Knex.QueryBuilder) =>
    query
      .where({ practice_id: practiceId })
      .where((one) => one.where('name', first).orWhere('name', 'like', `${first.replace(/[%_\\]/g, '\\$&')} %`))
  const other =
    (await bears(db('participants').whereNot({ id })).first('id')) ?? (await bears(db('accounts')).first('id'))
  return other === undefined ? first : null
}

/** Theirs keep that something happened, and when. */
async function eraseAccidents({ db, practiceId }: Scope, { id, name }: Gone, first: string | null): Promise<void> {
  const rows = await db('accidents')
    .where({ practice_id: practiceId })
    .select<{ id: string; participant_id: string | null; report: unknown }[]>('id', 'participant_id', 'report')
  // The whole name first, or half of it would stay.
  const pattern = new RegExp([name, ...(first === null ? [] : [first])].map(whole).join('|'), 'giu')
  for (const row of rows) {
    const report = fromJson(row.report, AccidentReport.partial())
    const isTheirs = row.participant_id === id
    const told = (text = '') => text.replace(pattern, NOBODY)
    const bare = isTheirs
      ? { ...report, what: 'Erased', done: '', witnesses: '' }
      : { ...report, what: told(report.what), done: told(report.done), witnesses: told(report.witnesses) }
    await db('accidents')
      .where({ id: row.id })
      .update({ report: JSON.stringify(bare), participant_id: isTheirs ? null : row.participant_id })
  }
}

/** The clock does not read them: who changed tier, left and came back. */
async function eraseEvents({ db, practiceId }: Scope, { id }: Gone): Promise<void> {
  await db('class_events')
    .where({ practice_id: practiceId })
    .whereRaw(`json_value(event, '$.participant') = ?`, [id])
    .delete()
}

async function eraseFromLists(
  { db, practiceId }: Scope,
  { id }: Gone,
  { table, column }: { table: 'meetings' | 'participants'; column: string },
): Promise<void> {
  const rows = await db(table)
    .where({ practice_id: practiceId })
    .where(column, 'like', `%${id}%`)
    .select<{ id: string; list: unknown }[]>('id', `${column} as list`)
  for (const row of rows) {
    const list = fromJson(row.list, z.array(z.string())).filter((one) => one !== id)
    await db(table)
      .where({ id: row.id })
      .update({ [column]: JSON.stringify(list) })
  }
}

/** Their whole name, in whatever text and case it stands; their first name as it is written, in texts about people. */
async function eraseName(scope: Scope, { name }: Gone, first: string | null): Promise<void> {
  for (const { table, column, key } of await textsIn(scope.db)) {
    await replaceIn(scope, { table, column, key }, `(?i)${inText(name)}`)
    if (first !== null && !NOT_OF_PEOPLE.has(table)) await replaceIn(scope, { table, column, key }, inText(first))
  }
}

/** Rows are looked for first, so that no running class waits for it. */
async function replaceIn(
  { db, practiceId }: Scope,
  { table, column, key }: TextColumn,
  pattern: string,
): Promise<void> {
  const found = await db(table)
    .where({ practice_id: practiceId })
    .whereRaw('?? regexp ?', [column, pattern])
    .select<Record<string, unknown>[]>(key)
  for (const row of found)
    await db(table)
      .where(row)
      .update({ [column]: db.raw('regexp_replace(??, ?, ?)', [column, pattern, NOBODY]) })
}

/** A name as it stands in a text, and as JSON writes it. */
function inText(name: string): string {
  return [...new Set([name, JSON.stringify(name).slice(1, -1)])].map(whole).join('|')
}

/** A name by itself, not as a part of another word; in a way that JavaScript and the database both read. */
function whole(name: string): string {
  return `(?<!\\p{L})${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?!\\p{L})`
}

interface TextColumn {
  table: string
  column: string
  /** The columns of its table's primary key. */
  key: string[]
}

/** Every column of a practice's tables in which somebody may have written a name. */
async function textsIn(db: Database): Promise<TextColumn[]> {
  const [columns = []] = await db.raw<
    [{ table_name: string; column_name: string; column_key: string; kind: string }[]]
  >(
    `select table_name as table_name, column_name as column_name, column_key as column_key, data_type as kind
     from information_schema.columns where table_schema = database()`,
  )
  const tables: ReadonlySet<string> = new Set(TABLES.filter((table) => !NOT_READ.has(table)))
  return columns
    .filter(({ table_name, column_name, kind, column_key }) => {
      const isText = ['varchar', 'text', 'mediumtext', 'longtext'].includes(kind)
      const isOthersName = table_name === 'participants' && column_name === 'name'
      return tables.has(table_name) && isText && column_key !== 'PRI' && !isOthersName
    })
    .map(({ table_name, column_name }) => ({
      table: table_name,
      column: column_name,
      key: columns
        .filter((own) => own.table_name === table_name && own.column_key === 'PRI')
        .map((own) => own.column_name),
    }))
}
