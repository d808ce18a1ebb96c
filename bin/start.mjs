import { existsSync, mkdirSync, readFileSync, rmSync, statfsSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { parseArgs } from 'node:util'
import { certificateFor, ownAddresses } from './certificate.mjs'
import { writtenCode } from './codes.mjs'
import { keepBackedUp } from './daily.mjs'
import { lookForDamage } from './damaged.mjs'
import { startDatabase } from './database.mjs'
import { cannotWrite, writeWhole } from './files.mjs'
import { buildWhenChanged, installModules, installPackages, root } from './programs.mjs'
import { run, say, WayOut } from './say.mjs'
import { endLeftBehind, startServer, stopServer } from './server.mjs'
import { runningStart, startedFileOf } from './started.mjs'
import { Kept, whyEnded } from './supervise.mjs'
import { serveTrust } from './trust.mjs'
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
      `Unhurried Circle is running here already${running.address ? `: ${running.address}` : ', or just starting.'}\nTo start it anew, end that one with Ctrl-C in its window (process ${running.pid}).`,
    )
  }
  if (running === null) await takeOver()
  try {
    await startHere(options, running)
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
  await serve(options, database)
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
        port: { type: 'string', default: process.env.PORT ?? '3210' },
      },
    })
    const port = Number(values.port)
    if (!Number.isInteger(port) || port < 1024 || port > 65535)
      throw new Error(`"${values.port}" is not a port between 1024 and 65535.`)
    return { ...values, share: values.share || values['share-demo'], port }
  } catch (error) {
    throw new WayOut(
      `${error.message}\nThe options are --share, --share-demo, --empty and --port NUMBER, for instance:  npm start -- --port 3211\nFor the daily backups:  --second-folder FOLDER and --passphrase-file FILE`,
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
  const what = `This removes everything that is stored here, ${people} people with all their records, and puts the made-up circle in its place.`
  if (!process.stdin.isTTY) throw new WayOut(`${what}\nIf that is wanted:  npm run reset-demo -- --yes`)
  const asking = createInterface({ input: process.stdin, output: process.stdout })
  const said = await asking.question(`${what}\nType "remove everything" to go on: `)
  asking.close()
  if (said.trim() !== 'remove everything') throw new WayOut('Nothing was removed.')
}

/** Whoever knows how the made-up circle is signed in to would be let in from the whole network. */
function refuseMadeUp(database) {
  const { stdout } = database.ask(
    `select a.email from ${database.name}.made_up u join ${database.name}.accounts a on a.id = u.row_id where a.removed_at is null order by 1`,
  )
  const [, ...emails] = stdout.trim().split('\n')
  if (emails.length === 0) return
  throw new WayOut(
    `The sign-ins of the made-up circle are still here (${emails.join(', ')}), and would let anybody in from this network who knows their password.\nStart without --share, sign in as a lead of your own and press "Remove the made-up circle" on the page Practice; or share them knowingly:  npm start -- --share-demo`,
  )
}

/** Notes carry the machine's time: one before this version was built would put them where nobody looks. */
function requireClock() {
  const built = statSync(join(root, '.output', '.built-from'), { throwIfNoEntry: false })?.mtimeMs ?? 0
  if (Date.now() > built - 86_400_000) return
  throw new WayOut(
    `The clock of this machine says ${new Date().toISOString().slice(0, 16).replace('T', ' ')}, which is before this version was built.\nSet the clock, then start again: what is noted at a wrong time would not be found again.`,
  )
}

function sayWhereRoomIsShort() {
  const { bavail, bsize } = statfsSync(folder)
  if (bavail * bsize < ROOM_BYTES)
    say(
      `Only ${Math.round((bavail * bsize) / 1024 / 1024)} MB are left on the disk of ${folder}: make room before the next class.`,
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

async function serve({ port, share, ...backups }, database) {
  // Phones give out their tilt sensors and wake locks over https only, so sharing needs a certificate.
  const certificate = share ? certificateFor(folder) : null
  const trust = certificate ? await serveTrust(certificate, port) : null
  const trustPort = trust?.address().port ?? 0
  const setupCode = writtenCode()
  const options = { database, folder, host: share ? '0.0.0.0' : '127.0.0.1', port, certificate, trustPort, setupCode }
  let child = null
  let isEnding = false
  let endBackups = async () => {}

  const end = async (code = 0, why = '') => {
    if (isEnding) return
    isEnding = true
    keptServer.end()
    keptDatabase.end()
    trust?.close()
    await endBackups()
    if (why) say(`${why}. Giving up.`)
    say('Stopping …')
    if (child) await stopServer(child)
    const isWhole = await database.stop()
    rmSync(startedFile, { force: true })
    say(
      isWhole
        ? 'Stopped. Nothing is lost.'
        : `The database has not said that all is on the disk: see ${database.log}. What it had confirmed is there when it starts again.`,
    )
    process.exit(isWhole ? code : 1)
  }
  const giveUp = (why) => end(1, why)
  const keptServer = new Kept({
    name: 'the server',
    giveUp,
    begin: async () => {
      const started = await startServer(options)
      child = started.child
      writeWhole(startedFile, JSON.stringify({ pid: process.pid, address: started.address, server: child.pid }))
      const ended = new Promise((resolve) => child.once('exit', () => resolve(whyEnded(child))))
      return { ...started, ended }
    },
  })
  const keptDatabase = keepDatabase(database, giveUp, () => child && stopServer(child))
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end())
  try {
    await keptDatabase.start()
    await keptServer.start()
  } catch (error) {
    keptDatabase.end()
    keptServer.end()
    await database.stop()
    throw error
  }
  endBackups = keepBackedUp(database, folder, {
    passphraseFile: backups['passphrase-file'] || null,
    second: backups['second-folder'] || null,
  })
  const isSetUp =
    database.ask(`select count(*) from ${database.name}.practices`).stdout.trim().split('\n').at(-1) !== '0'
  welcome(keptServer.running.address, { port, certificate, trustPort, setupCode: isSetUp ? null : setupCode })
  // Where it cannot be looked, the class goes on all the same.
  await lookForDamage(database, folder).catch((error) => say(`Damage could not be looked for: ${error.message}`))
}

/** A server that knows another port finds no database: where it changed, `portChanged` is called. */
function keepDatabase(database, giveUp, portChanged) {
  return new Kept({
    name: 'the database',
    giveUp,
    begin: async () => {
      const { port: before } = database.settings
      await database.begin()
      if (before !== database.settings.port) await portChanged()
      return { ended: database.ended() }
    },
  })
}

function welcome(address, { port, certificate, trustPort, setupCode }) {
  const lines = ['', `  Unhurried Circle is ready:  ${address}`]
  if (certificate) {
    for (const own of ownAddresses()) lines.push(`  In this network:            https://${own}:${port}`)
    if (trustPort > 0)
      for (const own of ownAddresses())
        lines.push(`  Tablets trust it by:        http://${own}:${trustPort}, where this code has to stand:`)
    lines.push(...certificate.fingerprint.match(/.{1,40}/g).map((part) => `      ${part.trim()}`))
  }
  if (setupCode !== null)
    lines.push(
      '',
      `  Code to set it up with:     ${setupCode}`,
      '  It holds until this ends; whoever sets up, or restores an archive, has to type it.',
    )
  const demo = join(folder, 'demo-sign-in.txt')
  if (existsSync(demo))
    lines.push(
      '',
      ...readFileSync(demo, 'utf8')
        .trimEnd()
        .split('\n')
        .map((line) => `  ${line}`),
    )
  lines.push('', '  Ctrl-C ends it.', '')
  process.stdout.write(`${lines.join('\n')}\n`)
}
