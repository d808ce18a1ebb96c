import { spawn, spawnSync } from 'node:child_process'
import {
  copyFileSync,
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, dirname, join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import { cannotWrite, hashOf, readSettings, syncFile, writeWhole } from './files.mjs'
import { findProgram } from './programs.mjs'
import { WayOut } from './say.mjs'

/** How many are kept: the newest of each of so many days, weeks and months. */
export const KEPT = { day: 7, week: 4, month: 12 }
/** None is older than this, and no copy of the data beside them: who was erased is gone from all of them by then. */
export const OLDEST_MONTHS = 13
const NAME = /^circle-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z\.sql\.gz(\.gpg)?$/
const FIRST_LINE = /^-- Unhurried Circle, a backup; log (\S+)$/m
const POSITION = /^-- CHANGE MASTER TO MASTER_LOG_FILE='([^']+)', MASTER_LOG_POS=(\d+);$/m
const LAST_LINE = '-- Dump completed'

/** Where the backups of a data folder lie. */
export function backupsOf(folder) {
  return join(folder, 'backups')
}

/** The last good backup of a folder, `{ file, at, bytes }`; null: there is none. */
export function lastBackup(folder) {
  return readSettings(join(backupsOf(folder), 'last.json'), (own) => own.at && own.file)
}

/** When a backup was made, by its name; null where it is no backup. */
export function madeAt(file) {
  const [, year, month, day, hour, minute, second] = NAME.exec(basename(file)) ?? []
  return year ? new Date(Date.UTC(year, month - 1, day, hour, minute, second)) : null
}

/**
 * Writes everything that is stored into one file, `circle-….sql.gz`: plain SQL, zipped, encrypted where a passphrase is
 * given. Beside it lies its SHA-256 as `sha256sum -c` reads it. Only once it was read back to its last line it gets its
 * name; then older ones go by `KEPT`.
 *
 * @param {import('./database.mjs').Instance} database
 * @param {string} folder
 * @param {{ passphraseFile?: string | null; second?: string | null; now?: Date }} options a file with a passphrase,
 * left
 *   out: not encrypted; another folder that each is copied to
 */
export async function backUp(database, folder, { passphraseFile = null, second = null, now = new Date() } = {}) {
  const into = backupsOf(folder)
  const name = `circle-${now.toISOString().replace(/[-:]/g, '').slice(0, 15)}Z.sql.gz${passphraseFile ? '.gpg' : ''}`
  const fresh = join(into, `${name}.new`)
  try {
    mkdirSync(into, { recursive: true, mode: 0o700 })
    await writeBackup(database, fresh, passphraseFile)
    syncFile(fresh)
    await readBackup(fresh, { passphraseFile, isEncrypted: passphraseFile !== null })
  } catch (error) {
    rmSync(fresh, { force: true })
    throw cannotWrite(into, error)
  }
  const file = join(into, name)
  renameSync(fresh, file)
  writeWhole(`${file}.sha256`, `${hashOf(file)}  ${name}\n`)
  if (second) copyToSecond(file, second)
  const last = { file: name, at: now.toISOString(), bytes: statSync(file).size }
  writeWhole(join(into, 'last.json'), JSON.stringify(last))
  for (const place of second ? [into, second] : [into]) dropOlder(place, now)
  dropOldCopies(dirname(into), now)
  return { ...last, path: file }
}

function copyToSecond(file, second) {
  try {
    mkdirSync(second, { recursive: true, mode: 0o700 })
    for (const own of [file, `${file}.sha256`]) copyFileSync(own, join(second, basename(own)))
  } catch (error) {
    throw cannotWrite(second, error)
  }
  if (hashOf(join(second, basename(file))) !== hashOf(file)) throw new WayOut(`The copy in ${second} is damaged.`)
}

async function writeBackup(database, file, passphraseFile) {
  const dump = database.spawnClient('mariadb-dump', [
    ...['--single-transaction', '--quick', '--hex-blob', '--master-data=2', '--default-character-set=utf8mb4'],
    database.name,
  ])
  const head = Buffer.from(`-- Unhurried Circle, a backup; log ${database.logId()}\n`)
  let begun = false
  const headed = new Transform({
    transform(chunk, _, done) {
      done(null, begun ? chunk : Buffer.concat([head, chunk]))
      begun = true
    },
  })
  const ended = exitOf(dump)
  if (passphraseFile) {
    const gpg = gnupg(['--symmetric', '--cipher-algo', 'AES256', '--output', file], passphraseFile)
    await Promise.all([pipeline(dump.stdout, headed, createGzip(), gpg.child.stdin), gpg.ended])
    gpg.clear()
  } else await pipeline(dump.stdout, headed, createGzip(), createWriteStream(file, { mode: 0o600 }))
  await ended
}

/** Resolves once a program has ended well; else throws its own words. */
function exitOf(child) {
  let words = ''
  child.stderr?.on('data', (chunk) => (words += chunk))
  return new Promise((resolve, reject) =>
    child.once('exit', (code) => (code === 0 ? resolve() : reject(new WayOut(words.trim() || `ended with ${code}`)))),
  )
}

/** GnuPG with a home of its own, whose agent is ended with it. */
function gnupg(args, passphraseFile) {
  const program = findProgram('gpg')
  if (program === null) throw new WayOut("gpg is missing. Install Debian's gnupg and try again.")
  if (!existsSync(passphraseFile)) throw new WayOut(`There is no file ${passphraseFile} with a passphrase.`)
  const home = mkdtempSync(join(tmpdir(), 'circle-gpg-'))
  const own = ['--batch', '--yes', '--quiet', '--homedir', home, '--pinentry-mode', 'loopback']
  const child = spawn(program, [...own, '--passphrase-file', passphraseFile, ...args], {
    stdio: ['pipe', 'pipe', 'pipe'],
  })
  const clear = () => {
    spawnSync('gpgconf', ['--homedir', home, '--kill', 'gpg-agent'])
    rmSync(home, { recursive: true, force: true })
  }
  return { child, ended: exitOf(child).catch((error) => (clear(), Promise.reject(error))), clear }
}

/**
 * Reads a backup to its end, into something where that is given.
 *
 * @param {string} file
 * @param {{ passphraseFile?: string | null; isEncrypted?: boolean; into?: import('node:stream').Writable | null }}
 * options
 *   a writable stream, left out: it is only read
 * @returns the log that it belongs to and where in it it was made
 * @throws {WayOut} where it is damaged, cut short, or no backup
 */
export async function readBackup(
  file,
  { passphraseFile = null, isEncrypted = file.endsWith('.gpg'), into = null } = {},
) {
  if (!existsSync(file)) throw new WayOut(`There is no file ${file}.`)
  const sum = `${file}.sha256`
  if (existsSync(sum) && readFileSync(sum, 'utf8').split(' ')[0] !== hashOf(file))
    throw new WayOut(`${file} is damaged: it is not what was written. Take an older backup.`)
  if (isEncrypted && !passphraseFile)
    throw new WayOut(`${file} is encrypted: say where the passphrase is, with --passphrase-file FILE.`)
  let first = ''
  let last = ''
  const watching = new Transform({
    transform(chunk, _, done) {
      if (first.length < 8000) first += chunk.toString('latin1')
      last = (last + chunk.subarray(-300).toString('latin1')).slice(-300)
      done(null, chunk)
    },
  })
  watching.on('end', () => into?.end())
  try {
    const steps = [createGunzip(), watching]
    if (!into) watching.resume()
    const sink = into ? [into] : []
    if (isEncrypted) {
      const gpg = gnupg(['--decrypt'], passphraseFile)
      createReadStream(file).pipe(gpg.child.stdin)
      await Promise.all([pipeline(gpg.child.stdout, ...steps, ...sink), gpg.ended])
      gpg.clear()
    } else await pipeline(createReadStream(file), ...steps, ...sink)
  } catch (error) {
    throw new WayOut(`${file} cannot be read: it is damaged or cut short, or the passphrase is another one.`, {
      cause: error,
    })
  }
  const [, log] = FIRST_LINE.exec(first) ?? []
  const [, name, position] = POSITION.exec(first) ?? []
  if (!log || !name) throw new WayOut(`${file} is no backup of Unhurried Circle.`)
  if (!last.includes(LAST_LINE)) throw new WayOut(`${file} is cut short: take an older backup.`)
  return { log, name, position: Number(position) }
}

/** Backups of a folder, the newest first. */
export function backupsIn(place) {
  if (!existsSync(place)) return []
  return readdirSync(place)
    .filter((name) => NAME.test(name))
    .toSorted()
    .toReversed()
}

/** Which of these backups are kept: those of the last day, the newest of each of so many days, weeks and months. */
export function keptOf(names, now) {
  const young = names.filter((name) => madeAt(name) >= monthsBefore(now))
  const kept = new Set(young.filter((name) => now - madeAt(name) < DAY_MS))
  for (const [span, many] of Object.entries(KEPT)) {
    const seen = new Set()
    for (const name of young.toSorted().toReversed()) {
      const key = SPANS[span](madeAt(name))
      if (!seen.has(key) && seen.size < many && madeAt(name) <= now) kept.add(name)
      seen.add(key)
    }
  }
  return kept
}

const DAY_MS = 86_400_000
const SPANS = {
  day: (at) => Math.floor(at / DAY_MS),
  // Weeks begin on Monday; 1 January 1970 was a Thursday.
  week: (at) => Math.floor((at / DAY_MS + 3) / 7),
  month: (at) => at.getUTCFullYear() * 12 + at.getUTCMonth(),
}

function monthsBefore(now) {
  const then = new Date(now)
  then.setUTCMonth(then.getUTCMonth() - OLDEST_MONTHS)
  return then
}

/** Data of before a change of the database, or of before a restore, are kept no longer than backups. */
function dropOldCopies(folder, now) {
  for (const name of readdirSync(folder).filter((one) => /^(before-|mariadb\.set-aside-)/.test(one))) {
    const copy = join(folder, name)
    if (statSync(copy).ctime < monthsBefore(now)) rmSync(copy, { recursive: true, force: true })
  }
}

function dropOlder(place, now) {
  const names = backupsIn(place)
  const kept = keptOf(names, now)
  for (const name of names.filter((one) => !kept.has(one)))
    for (const own of [name, `${name}.sha256`]) rmSync(join(place, own), { force: true })
}
