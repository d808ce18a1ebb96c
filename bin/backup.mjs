import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { backUp, backupsIn, backupsOf } from './backups.mjs'
import { Instance, startDatabase } from './database.mjs'
import { root } from './programs.mjs'
import { readBeside, restore } from './restoring.mjs'
import { run, say, WayOut } from './say.mjs'
import { runningStart } from './started.mjs'

/** `npm run backup`, `npm run restore -- FILE [--until 'YYYY-MM-DD hh:mm']`, `npm run check-backup [-- FILE]`. */
const folder = process.env.CIRCLE_DATA ?? join(root, '.data')
const USE = `Use:
  npm run backup [-- --second-folder FOLDER] [--passphrase-file FILE]
  npm run check-backup [-- FILE] [--passphrase-file FILE]
  npm run restore -- FILE [--until 'YYYY-MM-DD hh:mm'] [--passphrase-file FILE]`

await run(async () => {
  const [does, ...rest] = process.argv.slice(2)
  const { file, until, passphraseFile, second } = readOptions(rest)
  const isStarted = runningStart(folder) !== null
  if (does === 'backup') {
    // Where the start command lives the database is its: it is waited for, not started.
    const isRunning = isStarted || new Instance(folder).runningPid() !== null
    const database = isStarted ? new Instance(folder) : await startDatabase(folder)
    await database.ready()
    const made = await backUp(database, folder, { passphraseFile, second })
    if (!isRunning) await database.stop()
    say(`Backed up, and read back: ${made.path}, ${Math.ceil(made.bytes / 1024)} kB.`)
  } else if (does === 'check') {
    const newest = backupsIn(backupsOf(folder))[0]
    const chosen = file ?? (newest && join(backupsOf(folder), newest))
    if (!chosen) throw new WayOut(`There is no backup in ${backupsOf(folder)} yet:  npm run backup`)
    const beside = mkdtempSync(join(tmpdir(), 'circle-check-'))
    try {
      const { database, rows } = await readBeside(folder, chosen, { passphraseFile, beside: join(beside, 'data') })
      await database.stop()
      say(`${chosen} is whole: ${wordsOf(rows)}.`)
    } finally {
      rmSync(beside, { recursive: true, force: true })
    }
  } else if (does === 'restore') {
    if (!file) throw new WayOut(`Say which backup.\n${USE}`)
    if (isStarted) throw new WayOut('Unhurried Circle is running here: end it with Ctrl-C in its window, then restore.')
    const { rows, aside } = await restore(folder, file, { until, passphraseFile })
    say(`Restored: ${wordsOf(rows)}. What stood there before is kept in ${aside}.`)
    say('Start as usual:  npm start')
  } else throw new WayOut(USE)
})

function readOptions(args) {
  try {
    const { values, positionals } = parseArgs({
      args,
      allowPositionals: true,
      options: {
        until: { type: 'string' },
        'passphrase-file': { type: 'string' },
        'second-folder': { type: 'string' },
      },
    })
    return {
      file: positionals[0] ?? null,
      until: values.until === undefined ? null : minuteOf(values.until),
      passphraseFile: values['passphrase-file'] ?? null,
      second: values['second-folder'] ?? null,
    }
  } catch (error) {
    if (error instanceof WayOut) throw error
    throw new WayOut(`${error.message}\n${USE}`)
  }
}

/** A minute on the clock of this machine. */
function minuteOf(words) {
  const [, year, month, day, hour, minute] = /^(\d{4})-(\d\d)-(\d\d)[ T](\d\d):(\d\d)$/.exec(words) ?? []
  const at = year ? new Date(year, month - 1, day, hour, minute) : null
  if (!at || at.getMonth() !== month - 1 || at.getDate() !== Number(day) || at.getHours() !== Number(hour))
    throw new WayOut(`“${words}” is no minute: write it as 2026-11-28 10:30.`)
  return at
}

function wordsOf(rows) {
  const named = {
    practices: ['practice', 'practices'],
    participants: ['person', 'people'],
    meetings: ['meeting', 'meetings'],
    outcomes: ['note', 'notes'],
  }
  return Object.entries(named)
    .map(([table, [one, many]]) => `${rows[table] ?? 0} ${rows[table] === 1 ? one : many}`)
    .join(', ')
}
