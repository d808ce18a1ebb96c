import { randomUUID } from 'node:crypto'
import { Readable } from 'node:stream'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ROUTES } from '../../core/contract/routes'
import { archiveLines, restoreBeside } from '../../server/database/archive'
import { MIGRATION_NAMES } from '../../server/database/migrate'
import { World, type Caller } from '../world'
import { goodRequests, nameOf, sent } from './requests'

/**
 * In a town of practices every query finds its practice first, or one thing by an id of its own: what the others have
 * is never read through. Everything that a server asks while every route is called once is explained by MariaDB itself.
 */
const PRACTICES = 12

let world: World
let lead: Caller
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  const practiceId = (await lead.call('GET', '/api/session')).body.account.practiceId
  const lines: string[] = []
  for await (const line of archiveLines({ db: world.db, practiceId })) lines.push(line)
  // Nobody else is there yet who would be held up.
  for (let at = 0; at < PRACTICES; at += 1)
    await restoreBeside(world.db, Readable.from(anotherOf(lines, at)), MIGRATION_NAMES, { pauseTimes: 0 })
  const tables = await world.db('information_schema.tables').whereRaw('table_schema = database()').pluck('table_name')
  await world.db.raw(`analyze table ${tables.map((table) => `\`${table}\``).join(', ')}`)
})
afterAll(() => world.close())

/** The same practice once more, as another: every id and address is a new one. */
function* anotherOf(lines: readonly string[], at: number): Generator<string> {
  const ids = new Map<string, string>()
  const idOf = (id: string): string => {
    if (!ids.has(id)) ids.set(id, randomUUID())
    return ids.get(id)!
  }
  const head = JSON.parse(lines[0]!)
  // Of the first format, which says no sum of its lines.
  const all = [`${JSON.stringify({ ...head, formatVersion: 1 })}\n`, ...lines.slice(1, -1)]
  for (const line of all)
    yield line
      .replaceAll(/[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g, idOf)
      .replaceAll(/@ferngate/g, `@town${at}`)
}

/** Ids of things that are one practice's: a key that begins with one of them reads nobody else's rows. */
const OF_ONE = [
  ...['practice_id', 'participant_id', 'circle_id', 'meeting_id', 'series_id', 'goal_id', 'shelf_id', 'account_id'],
  ...['id', 'row_id', 'pass_id', 'undoes', 'made_by', 'venue_id'],
]
/** What is of nobody: asked about the installation itself. */
const OF_NOBODY = /from `(knex_migrations|sign_in_tries)`|information_schema|`sign_in_tries`/

describe('every query', () => {
  it('finds its practice first, or one thing by its id', async () => {
    const asked = await world.queriesDuring(() => askEverything())
    const shapes = new Map(asked.map((sql) => [sql.replaceAll(/'[^']*'|\b\d+\b/g, '?').slice(0, 400), sql]))
    expect(shapes.size).toBeGreaterThan(150)
    const keys = await firstColumns()
    const wide: string[] = []
    for (const sql of shapes.values()) {
      if (OF_NOBODY.test(sql)) continue
      const plan = await firstStep(sql)
      if (plan && !isNarrow(plan, sql.startsWith('delete'), keys))
        wide.push(`${plan.type} ${plan.key ?? 'no key'} of ${plan.table}: ${sql.slice(0, 300)}`)
    }
    expect(wide).toEqual([])
  })
})

async function askEverything(): Promise<void> {
  const requests = await goodRequests(world, lead)
  const abort = new AbortController()
  const reading = ROUTES.filter(({ may }) => may !== 'anybody').toSorted((a, b) => TURN[a.method] - TURN[b.method])
  for (const route of reading.filter((one) => !LAST.includes(nameOf(one)))) {
    const reply = await sent(world.address, lead.cookie, route, {
      ...{ request: requests[nameOf(route)]!, signal: abort.signal },
    })
    if (route.file !== 'text/event-stream') await reply.arrayBuffer()
  }
  abort.abort()
}
const TURN = { POST: 1, PUT: 0, GET: 2, DELETE: 3 }
const LAST = ['DELETE /api/made-up', 'PUT /api/account/password', 'DELETE /api/session']

interface Step {
  table: string | null
  type: string | null
  key: string | null
  possible_keys: string | null
  rows: number
}

/** Where MariaDB begins; null: it has nothing to look for. */
async function firstStep(sql: string): Promise<Step | null> {
  const [[step]] = (await world.db.raw(`explain ${sql.replaceAll('?', '\\?')}`)) as [Step[]]
  return step?.table ? step : null
}

/** What is old goes by its time, whosever it is. */
const OF_TIME = ['made_at', 'last_at', 'begun_at', 'hour']
/** So few rows are read through faster than by a key, as long as there is one for when they are more. */
const FEW = 20_000

function isNarrow(step: Step, isSweep: boolean, keys: ReadonlyMap<string, string>): boolean {
  const type = step.type?.split('|')[0] ?? ''
  if (['const', 'eq_ref', 'system'].includes(type)) return true
  // What was read before it into a table of its own.
  if (step.table?.startsWith('<')) return true
  const isOfOne = (key: string) =>
    key === 'PRIMARY' || [...OF_ONE, ...(isSweep ? OF_TIME : [])].includes(keys.get(key) ?? '')
  const isByKey = ['ref', 'range', 'ref_or_null', 'index_merge'].includes(type)
  if (isByKey) return (step.key ?? '').split(/[|,]/).every(isOfOne)
  return step.rows <= FEW && (step.possible_keys ?? '').split(',').some(isOfOne)
}

/** The first column of each key, by the key's name; a primary key is looked at by its table. */
async function firstColumns(): Promise<Map<string, string>> {
  const rows = await world
    .db('information_schema.statistics')
    .whereRaw('table_schema = database()')
    .where('seq_in_index', 1)
    .select<{ key: string; column: string }[]>('index_name as key', 'column_name as column')
  return new Map(rows.map(({ key, column }) => [key, column]))
}
