import { spawn } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { backupsOf, madeAt, readBackup } from './backups.mjs'
import { Instance, LOG_ID } from './database.mjs'
import { findProgram } from './programs.mjs'
import { say, WayOut } from './say.mjs'

/** A database beside the real one takes all that a backup holds, however large its statements. */
const BESIDE = ['--skip-networking', '--skip-log-bin', '--max-allowed-packet=1G']

/**
 * Reads a backup into a new database beside the one of a folder, and what the log of changes says until a minute.
 *
 * @param until a moment; left out: the backup alone
 * @returns the new database, running; what was read into it, as rows by table
 * @throws {WayOut} where the backup, or the log from it on, is not whole
 */
export async function readBeside(folder, file, { until = null, passphraseFile = null, beside }) {
  // One that was killed half way has left its database running there.
  if (existsSync(beside)) await new Instance(beside).stop()
  rmSync(beside, { recursive: true, force: true })
  const database = new Instance(beside, 'circle', BESIDE)
  try {
    return { database, rows: await readInto(database, folder, file, { until, passphraseFile }) }
  } catch (error) {
    await database.stop()
    rmSync(beside, { recursive: true, force: true })
    throw error
  }
}

async function readInto(database, folder, file, { until, passphraseFile }) {
  await database.begin()
  database.ask('create database circle character set utf8mb4 collate utf8mb4_unicode_ci')
  const client = database.spawnClient('mariadb', ['--binary-mode', '--max-allowed-packet=1G', 'circle'])
  const ended = endOf(client, 'The backup could not be read in')
  const [made] = await Promise.all([readBackup(file, { passphraseFile, into: client.stdin }), ended])
  if (until !== null) await replay(database, logsFrom(folder, made), { position: made.position, until })
  return rowsIn(database)
}

/** The files of a log from the one on in which a backup was made, wherever its data lie by now. */
function logsFrom(folder, { log, name }) {
  const places = [
    join(folder, 'mariadb'),
    ...readdirSync(folder).flatMap((one) => (one.startsWith('mariadb.set-aside-') ? [join(folder, one)] : [])),
  ]
  const place = places.find((one) => existsSync(join(one, LOG_ID)) && readFileSync(join(one, LOG_ID), 'utf8') === log)
  if (!place || !existsSync(join(place, name)))
    throw new WayOut(
      'The log of changes from this backup on is not here any more (it is kept for two weeks): ' +
        'restore the backup without --until, or take a newer one.',
    )
  return readdirSync(place)
    .filter((one) => /^binlog\.\d+$/.test(one) && one >= name)
    .toSorted()
    .map((one) => join(place, one))
}

async function replay(database, logs, { position, until }) {
  const reader = spawn(
    findProgram('mariadb-binlog'),
    [`--start-position=${position}`, `--stop-datetime=${sqlTime(until)}`, '--database=circle', ...logs],
    // The moments in a log are read in this zone.
    { env: { ...process.env, TZ: 'UTC' } },
  )
  const client = database.spawnClient('mariadb', ['--binary-mode', '--max-allowed-packet=1G'])
  await Promise.all([
    pipeline(reader.stdout, client.stdin),
    endOf(reader, 'The log of changes could not be read'),
    endOf(client, 'The log of changes could not be read in'),
  ])
}

function endOf(child, what) {
  let words = ''
  child.stderr.on('data', (chunk) => (words = (words + chunk).slice(-600)))
  // What a client says of rows is nobody's business.
  child.on('error', () => {})
  child.stdin?.on('error', () => {})
  return new Promise((resolve, reject) =>
    child.once('exit', (code) => (code === 0 ? resolve() : reject(new WayOut(`${what}: ${words.split('\n')[0]}`)))),
  )
}

function sqlTime(at) {
  return at.toISOString().slice(0, 19).replace('T', ' ')
}

/** How many rows each table has, exactly. */
export function rowsIn(database) {
  const asked = database.client('mariadb', [
    ...['--batch', '--skip-column-names', '--execute'],
    "select table_name from information_schema.tables where table_schema = 'circle' and table_type = " +
      "'BASE TABLE' order by 1",
  ])
  const tables = asked.stdout.trim().split('\n').filter(Boolean)
  const counts = database.client('mariadb', [
    ...['--batch', '--skip-column-names', '--execute'],
    tables.map((table) => `select '${table}', count(*) from circle.\`${table}\``).join(' union all '),
  ])
  return Object.fromEntries(
    counts.stdout
      .trim()
      .split('\n')
      .map((line) => line.split('\t'))
      .map(([table, rows]) => [table, Number(rows)]),
  )
}

/**
 * Puts a backup, or a minute after it, in place of what is stored. Until the very last step nothing of the old is
 * touched; then the old data are set aside, not deleted. Cut short at any moment, it is all old or all new. Nobody is
 * signed in afterwards.
 *
 * @param {string} folder
 * @param {string} file
 * @param {{ until?: Date | null; passphraseFile?: string | null }} options
 */
export async function restore(folder, file, { until = null, passphraseFile = null } = {}) {
  if (until !== null && madeAt(file) !== null && until < madeAt(file))
    throw new WayOut(
      `This backup was made at ${madeAt(file).toISOString().slice(0, 16).replace('T', ' ')} UTC, ` +
        'after the minute that is wanted: take an older one.',
    )
  const current = new Instance(folder)
  const beside = join(folder, 'restoring')
  await current.stopFirst()
  const { database, rows } = await readBeside(folder, file, { until, passphraseFile, beside })
  // Whoever was signed out, or has left, since then must not be signed in again: everybody signs in anew. A backup of
  // before sessions were kept has none.
  database.ask('delete from circle.sessions')
  if (!rows.practices) say('There is no practice in this backup: it is of an empty installation.')
  if (!(await database.stop())) throw new WayOut('The restored data have not reached the disk. Nothing was changed.')
  const fresh = `${current.data}.restored`
  rmSync(fresh, { recursive: true, force: true })
  renameSync(join(beside, 'mariadb'), fresh)
  const aside = `${current.data}.set-aside-${new Date().toISOString().replaceAll(':', '-').slice(0, 19)}`
  if (existsSync(current.data)) renameSync(current.data, aside)
  renameSync(fresh, current.data)
  rmSync(beside, { recursive: true, force: true })
  // What was backed up before is of another log: the next start makes a new one.
  rmSync(join(backupsOf(folder), 'last.json'), { force: true })
  return { rows, aside }
}
