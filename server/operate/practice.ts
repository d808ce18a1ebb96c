import { entryAt, keysOf } from '../../core/entries'
import { createReadStream, createWriteStream } from 'node:fs'
import { getPriority, setPriority } from 'node:os'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { parseArgs } from 'node:util'
import { createGunzip, createGzip } from 'node:zlib'
import { subDays } from 'date-fns'
import { MIGRATION_NAMES } from '../database/migrate'
import { archiveLines, restoreBeside } from '../database/archive'
import { BrokenArchive } from '../database/archiveFile'
import { connect, databaseFromEnvironment } from '../database/connection'
import { loadsSince } from '../database/practiceLoads'
import { practiceLines, removePractice, setLimits, setState, type PracticeLine } from '../database/practices'
import type { Database } from '../database/rows'
import { addFirstLead } from '../services/beginPractice'
import { hashOf } from '../session/password'

/**
 * What whoever runs an installation does with its practices, `npm run practice -- COMMAND`: makes them, says what each
 * may have, sees how much there is and how it fares, takes one out, puts one in, moves one to another database. It says
 * nothing of anybody in them.
 */
const COMMANDS = { add, list, load, limits, close, open, archive, restore, move, remove } as const

/** How much later than others the processor takes this, of −20 to 19. */
const LATER = 10

/** Something that whoever typed the command can put right. */
class Asked extends Error {
  override name = 'Asked'
}

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    name: { type: 'string' },
    lead: { type: 'string' },
    email: { type: 'string' },
    people: { type: 'string' },
    meetings: { type: 'string' },
    requests: { type: 'string' },
    file: { type: 'string' },
    days: { type: 'string', default: '7' },
    yes: { type: 'boolean', default: false },
  },
})

// Whoever leads a class comes first, also on this machine.
setPriority(Math.max(LATER, getPriority()))
const db = connect(databaseFromEnvironment())
try {
  const [command = '', id = ''] = positionals
  const known = keysOf(COMMANDS).find((name) => name === command)
  if (!known) throw new Asked(`Say what: ${Object.keys(COMMANDS).join(', ')}. How: docs/running-for-many.md`)
  await COMMANDS[known](id)
} catch (error) {
  const isKnown = error instanceof Asked || error instanceof BrokenArchive
  console.error(isKnown ? error.message : error)
  process.exitCode = 1
} finally {
  await db.destroy()
}

/** `add --name PRACTICE --lead NAME --email ADDRESS`: with a password that is printed once, to be changed at once. */
async function add(): Promise<void> {
  const { name, lead, email } = values
  if (!name || !lead || !email) throw new Asked('A practice is made with --name, --lead and --email.')
  const password = process.env.CIRCLE_NEW_PASSWORD ?? ''
  if (password.length < 12) throw new Asked('CIRCLE_NEW_PASSWORD has to hold a password of twelve letters or more.')
  const account = await addFirstLead(db, name, {
    name: lead,
    email,
    role: 'lead',
    passwordHash: await hashOf(password),
  })
  if (!account) throw new Asked(`${email} signs in to a practice here already.`)
  console.log(`${account.practiceId}  ${name}\n${email} signs in with  ${password}  and sets another password then.`)
}

/** `list`: all practices, how much there is, what each may have. */
async function list(): Promise<void> {
  const rows = (await practiceLines(db)).map(({ id, name, state, people, meetings, limits: most }) => [
    ...[id, name, state, ofMost(people, most.people), ofMost(meetings, most.meetings), String(most.requests ?? '–')],
  ])
  table(['id', 'name', 'state', 'people', 'meetings', 'requests a minute'], rows)
}

function ofMost(count: number, most: number | null): string {
  return most === null ? String(count) : `${count} of ${most}`
}

/** `load [--days 7]`: what each practice asks, and how that goes: the busiest first. */
async function load(): Promise<void> {
  const days = numberIn('days', values.days) ?? 7
  const [lines, loads] = [await practiceLines(db), await loadsSince(db, subDays(new Date(), days))]
  const rows = lines
    .map((line) => ({ line, load: loads.get(line.id) }))
    .toSorted((a, b) => (b.load?.requests ?? 0) - (a.load?.requests ?? 0))
    .map(({ line, load: own }) => {
      const { requests = 0, writes = 0, refused = 0, failed = 0, busyMs = 0 } = own ?? {}
      const each = requests === 0 ? '–' : (busyMs / requests).toFixed(1)
      return [line.id, line.name, ...[requests, writes, refused, failed].map(String), each]
    })
  table(['id', 'name', 'requests', 'that write', 'refused', 'failed', 'ms each'], rows)
}

/** `limits ID [--people N] [--meetings N] [--requests N]`: `none` takes one away. */
async function limits(id: string): Promise<void> {
  const line = await practiceOf(id)
  const said = Object.fromEntries(
    (['people', 'meetings', 'requests'] as const).flatMap((what) =>
      values[what] === undefined ? [] : [[what, numberIn(what, values[what])]],
    ),
  )
  if (Object.keys(said).length === 0)
    throw new Asked('Say which: --people, --meetings or --requests, a number or “none”.')
  await setLimits(db, line.id, said)
  await list()
}

/** `close ID`: nobody gets into it, and nothing of it is touched. */
async function close(id: string): Promise<void> {
  await setState(db, (await practiceOf(id)).id, 'closed')
  await list()
}

/** `open ID`: a closed one again. */
async function open(id: string): Promise<void> {
  const line = await practiceOf(id)
  if (line.state !== 'closed') throw new Asked(`${line.name} is ${line.state}: only a closed one can be opened.`)
  await setState(db, line.id, 'open')
  await list()
}

/** `archive ID --file FILE`: the whole practice as it is now, zipped; whoever reads the file reads all of it. */
async function archive(id: string): Promise<void> {
  const line = await practiceOf(id)
  const file = fileNamed()
  await pipeline(
    Readable.from(archiveLines({ db, practiceId: line.id })),
    createGzip(),
    createWriteStream(file, { flags: 'wx', mode: 0o600 }),
  )
  console.log(`${line.name} is in ${file}. It is not encrypted: keep it where nobody else reads it.`)
}

/** `restore --file FILE`: beside the others, seen by nobody until all of it is there. */
async function restore(): Promise<void> {
  const { practiceId, rows } = await restoreBeside(
    db,
    createReadStream(fileNamed()).pipe(createGunzip()),
    MIGRATION_NAMES,
  )
  console.log(`${practiceId} is here, with ${sum(rows)} rows.`)
}

/**
 * `move ID`, with CIRCLE_MOVE_TO as the connection to another database: there it is open once it is whole, here no
 * more.
 */
async function move(id: string): Promise<void> {
  const line = await practiceOf(id)
  const to = connect(databaseFromEnvironment(JSON.parse(process.env.CIRCLE_MOVE_TO ?? '{}')))
  try {
    await setState(db, line.id, 'closed')
    const { rows } = await moved(line, to)
    await setLimits(to, line.id, line.limits)
    console.log(
      `${line.name} is there, with ${sum(rows)} rows, and closed here. Once all is well:  remove ${line.id} --yes`,
    )
  } finally {
    await to.destroy()
  }
}

async function moved(line: PracticeLine, to: Database) {
  try {
    return await restoreBeside(to, Readable.from(archiveLines({ db, practiceId: line.id })), MIGRATION_NAMES)
  } catch (error) {
    await setState(db, line.id, 'open')
    throw error
  }
}

/** `remove ID --yes`: with all that is its own. */
async function remove(id: string): Promise<void> {
  const line = await practiceOf(id)
  if (!values.yes)
    throw new Asked(`This removes ${line.name}, ${line.people} people with all their records. If that is wanted: --yes`)
  await removePractice(db, line.id)
  console.log(`${line.name} is gone.`)
}

async function practiceOf(id: string): Promise<PracticeLine> {
  const line = (await practiceLines(db)).find((one) => one.id === id)
  if (!line) throw new Asked(id === '' ? 'Say which practice, by its id.' : `There is no practice ${id} here.`)
  return line
}

function fileNamed(): string {
  if (!values.file) throw new Asked('Say which file: --file FILE')
  return values.file
}

/** A number of the command line; null: none is wanted. */
function numberIn(name: string, text: string): number | null {
  if (text === 'none') return null
  const value = Number(text)
  if (!Number.isInteger(value) || value < 0)
    throw new Asked(`--${name} is a whole number${name === 'days' ? '' : ', or “none”'}.`)
  return value
}

function sum(rows: Record<string, number | undefined>): number {
  return Object.values(rows).reduce<number>((all, count = 0) => all + count, 0)
}

function table(head: string[], rows: string[][]): void {
  const widths = head.map((name, at) => Math.max(name.length, ...rows.map((row) => entryAt(row, at).length)))
  for (const row of [head, ...rows])
    console.log(
      row
        .map((cell, at) => cell.padEnd(entryAt(widths, at)))
        .join('  ')
        .trimEnd(),
    )
}
