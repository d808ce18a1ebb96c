import { mkdirSync, rmSync, statfsSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { parseArgs } from 'node:util'
import { startDatabase } from './database.mjs'
import { External } from './external.mjs'
import { cannotWrite } from './files.mjs'
import { buildWhenChanged, installModules, installPackages, root } from './programs.mjs'
import { run, say, WayOut } from './say.mjs'
import { endLeftBehind } from './server.mjs'
import { serve } from './serving.mjs'
import { runningStart, startedFileOf } from './started.mjs'
import { bringUpToDate } from './upToDate.mjs'

const folder = process.env.CIRCLE_DATA ?? join(root, '.data')
const startedFile = startedFileOf(folder)
/** With less room on the disk it is said at each start. */
const ROOM_BYTES = 500 * 1024 * 1024

await run(async () => {
  const options = readOptions()
  requireNode()
  const running = runningStart(folder)
  if (running !== null && !options['reset-demo']) {
    throw new WayOut(
      'Unhurried Circle is running here ' +
        `already${running.address ? `: ${running.address}` : ', or just starting.'}\n` +
        `To start it anew, end that one with Ctrl-C in its window (process ${running.pid}).`,
    )
  }
  if (running === null) await takeOver()
  try {
    await (options.database === '' ? startHere(options, running) : startThere(options))
  } catch (error) {
    if (running === null) rmSync(startedFile, { force: true })
    throw error
  }
})

async function startHere(options, running) {
  if (!options['reset-demo']) await requireFreePort(options.port, options.share)
  const forSharing = options.share ? { openssl: 'openssl' } : {}
  await installPackages({ mariadbd: 'mariadb-server', mariadb: 'mariadb-client', ...forSharing })
  await installModules()
  if (!options['reset-demo']) await buildWhenChanged()
  requireClock()
  sayWhereRoomIsShort()
  const database = await startDatabase(folder)
  // To a network the made-up circle's sign-ins are not given unasked.
  const isShared = options.share && !options['share-demo']
  const unasked = options.empty || isShared ? 'empty' : 'demo-when-empty'
  const wish = options['reset-demo'] ? 'reset-demo' : unasked
  try {
    if (options['reset-demo'] && !options.yes) await askBeforeReset(database)
    await bringUpToDate(database, folder, wish)
    if (isShared) refuseMadeUp(database)
  } catch (error) {
    if (running === null) await database.stop()
    throw error
  }
  if (options['reset-demo']) {
    if (running === null) await database.stop()
    return rmSync(startedFile, { force: true })
  }
  await serve(options, database, folder)
}

/** With a database that somebody else runs: no other is started, and it is asked for nothing but the server's own. */
async function startThere(options) {
  if (options['reset-demo']) throw new WayOut('The made-up circle is put only into a database of its own.')
  await requireFreePort(options.port, options.share)
  if (options.share) await installPackages({ openssl: 'openssl' })
  await installModules()
  await buildWhenChanged()
  requireClock()
  const database = new External(options.database, process.env.CIRCLE_OWNER_URL ?? '')
  await database.bringUpToDate()
  await serve(options, database, folder)
}

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        share: { type: 'boolean', default: false },
        empty: { type: 'boolean', default: false },
        'share-demo': { type: 'boolean', default: false },
        'reset-demo': { type: 'boolean', default: false },
        yes: { type: 'boolean', default: false },
        'second-folder': { type: 'string', default: process.env.CIRCLE_SECOND_FOLDER ?? '' },
        'passphrase-file': { type: 'string', default: process.env.CIRCLE_PASSPHRASE_FILE ?? '' },
        database: { type: 'string', default: process.env.CIRCLE_DATABASE_URL ?? '' },
        port: { type: 'string', default: process.env.PORT ?? '3210' },
      },
    })
    const port = Number(values.port)
    if (!Number.isInteger(port) || port < 1024 || port > 65535)
      throw new Error(`"${values.port}" is not a port between 1024 and 65535.`)
    return { ...values, share: values.share || values['share-demo'], port }
  } catch (error) {
    throw new WayOut(
      `${error.message}\nThe options are --share, --share-demo, --empty and --port NUMBER, for ` +
        'instance:  npm start -- --port 3211\n' +
        'For the daily backups:  --second-folder FOLDER and --passphrase-file FILE\n' +
        'For a database that somebody else runs:  --database mysql://USER@HOST/NAME ' +
        '(docs/running-for-many.md)',
    )
  }
}

function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    throw new WayOut(`This is Node ${process.versions.node}; Unhurried Circle needs Node 20.19 or newer.`)
}

/** This start is the one here from now on; what an earlier one left running is ended. */
async function takeOver() {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    // What a start left that is gone; of two at the same moment one makes the file anew.
    if (runningStart(folder) === null) rmSync(startedFile, { force: true })
    writeFileSync(startedFile, JSON.stringify({ pid: process.pid, address: null }), { flag: 'wx', mode: 0o600 })
  } catch (error) {
    if (error.code === 'EEXIST') throw new WayOut('Unhurried Circle is just being started here by another window.')
    throw cannotWrite(folder, error)
  }
  await endLeftBehind(folder)
}

/** Everything goes with it, real people too: that is asked for, at a keyboard, and in words. */
async function askBeforeReset(database) {
  const people = database.ask(`select count(*) from ${database.name}.participants`).stdout.trim().split('\n').at(-1)
  if (!Number(people)) return
  const what =
    `This removes everything that is stored here, ${people} people with all their ` +
    'records, and puts the made-up circle in its place.'
  if (!process.stdin.isTTY) throw new WayOut(`${what}\nIf that is wanted:  npm run reset-demo -- --yes`)
  const asking = createInterface({ input: process.stdin, output: process.stdout })
  const said = await asking.question(`${what}\nType "remove everything" to go on: `)
  asking.close()
  if (said.trim() !== 'remove everything') throw new WayOut('Nothing was removed.')
}

/** Whoever knows how the made-up circle is signed in to would be let in from the whole network. */
function refuseMadeUp(database) {
  const { stdout } = database.ask(
    `select a.email from ${database.name}.made_up u join ${database.name}.accounts a on a.id = ` +
      'u.row_id where a.removed_at is null order by 1',
  )
  const [, ...emails] = stdout.trim().split('\n')
  if (emails.length === 0) return
  throw new WayOut(
    `The sign-ins of the made-up circle are still here (${emails.join(', ')}), and would let anybody ` +
      'in from this network who knows their password.\n' +
      'Start without --share, sign in as a lead of your own and press "Remove the made-up circle" on ' +
      'the page Practice; or share them knowingly:  npm start -- --share-demo',
  )
}

/** Notes carry the machine's time: one before this version was built would put them where nobody looks. */
function requireClock() {
  const built = statSync(join(root, '.output', '.built-from'), { throwIfNoEntry: false })?.mtimeMs ?? 0
  if (Date.now() > built - 86_400_000) return
  throw new WayOut(
    `The clock of this machine says ${new Date().toISOString().slice(0, 16).replace('T', ' ')}, ` +
      'which is before this version was built.\n' +
      'Set the clock, then start again: what is noted at a wrong time would not be found again.',
  )
}

function sayWhereRoomIsShort() {
  const { bavail, bsize } = statfsSync(folder)
  if (bavail * bsize < ROOM_BYTES)
    say(
      `Only ${Math.round((bavail * bsize) / 1024 / 1024)} MB are left on the disk of ${folder}: ` +
        'make room before the next class.',
    )
}

function requireFreePort(port, share) {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.on('error', (error) =>
      reject(
        new WayOut(
          error.code === 'EADDRINUSE'
            ? `Port ${port} is used by another program. Choose another one:  npm start -- --port ${port + 1}`
            : `Port ${port} cannot be opened (${error.message}). Choose another one:  npm start -- --port 3211`,
        ),
      ),
    )
    probe.listen(port, share ? '0.0.0.0' : '127.0.0.1', () => probe.close(resolve))
  })
}
