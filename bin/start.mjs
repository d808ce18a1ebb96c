import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, statfsSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { keepBackedUp } from './daily.mjs'
import { startDatabase } from './database.mjs'
import { cannotWrite, writeWhole } from './files.mjs'
import { buildWhenChanged, findProgram, installModules, installPackages, root } from './programs.mjs'
import { run, say, WayOut } from './say.mjs'
import { endLeftBehind, startServer, stopServer } from './server.mjs'
import { runningStart, startedFileOf } from './started.mjs'
import { Kept, whyEnded } from './supervise.mjs'
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
  await installPackages({ mariadbd: 'mariadb-server', mariadb: 'mariadb-client' })
  await installModules()
  if (!options['reset-demo']) await buildWhenChanged()
  requireClock()
  sayWhereRoomIsShort()
  const database = await startDatabase(folder)
  const wish = ['reset-demo', 'empty'].find((option) => options[option]) ?? 'demo-when-empty'
  try {
    await bringUpToDate(database, folder, wish)
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
        'reset-demo': { type: 'boolean', default: false },
        'second-folder': { type: 'string', default: process.env.CIRCLE_SECOND_FOLDER ?? '' },
        'passphrase-file': { type: 'string', default: process.env.CIRCLE_PASSPHRASE_FILE ?? '' },
        port: { type: 'string', default: process.env.PORT ?? '3210' },
      },
    })
    const port = Number(values.port)
    if (!Number.isInteger(port) || port < 1024 || port > 65535)
      throw new Error(`"${values.port}" is not a port between 1024 and 65535.`)
    return { ...values, port }
  } catch (error) {
    throw new WayOut(
      `${error.message}\nThe options are --share, --empty and --port NUMBER, for instance:  npm start -- --port 3211\nFor the daily backups:  --second-folder FOLDER and --passphrase-file FILE`,
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
  const certificate = share ? makeCertificate() : null
  const options = { database, folder, host: share ? '0.0.0.0' : '127.0.0.1', port, certificate }
  let child = null
  let isEnding = false
  let endBackups = async () => {}

  const end = async (code = 0, why = '') => {
    if (isEnding) return
    isEnding = true
    keptServer.end()
    keptDatabase.end()
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
  welcome(keptServer.running.address, port, share)
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

function welcome(address, port, share) {
  const lines = ['', `  Unhurried Circle is ready:  ${address}`]
  if (share)
    lines.push(
      ...ownAddresses().map(
        (own) =>
          `  In this network:            https://${own}:${port}   (the certificate is self-made: accept it once)`,
      ),
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

/** Phones give out their tilt sensors and wake locks over https only, so sharing needs a certificate. */
function makeCertificate() {
  const certFile = join(folder, 'certificate.pem')
  const keyFile = join(folder, 'certificate-key.pem')
  const names = ['IP:127.0.0.1', 'DNS:localhost', ...ownAddresses().map((own) => `IP:${own}`)].join(',')
  const namesFile = join(folder, 'certificate-names')
  const isCurrent = existsSync(certFile) && existsSync(namesFile) && readFileSync(namesFile, 'utf8') === names
  if (!isCurrent) {
    const openssl = findProgram('openssl')
    if (openssl === null)
      throw new WayOut("Sharing needs a certificate, and openssl is missing. Install Debian's openssl and start again.")
    mkdirSync(folder, { recursive: true })
    const made = spawnSync(
      openssl,
      [
        'req',
        '-x509',
        '-newkey',
        'ec',
        '-pkeyopt',
        'ec_paramgen_curve:prime256v1',
        '-nodes',
        '-days',
        '825',
        '-subj',
        '/CN=Unhurried Circle',
        '-addext',
        `subjectAltName=${names}`,
        '-keyout',
        keyFile,
        '-out',
        certFile,
      ],
      { encoding: 'utf8' },
    )
    if (made.status !== 0) throw new WayOut(`The certificate could not be made:\n${made.stderr}`)
    writeFileSync(namesFile, names)
  }
  return { cert: readFileSync(certFile, 'utf8'), key: readFileSync(keyFile, 'utf8') }
}

function ownAddresses() {
  return Object.values(networkInterfaces())
    .flat()
    .filter((own) => own.family === 'IPv4' && !own.internal)
    .map((own) => own.address)
}
