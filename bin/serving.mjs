import { existsSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { certificateFor, ownAddresses } from './certificate.mjs'
import { writtenCode } from './codes.mjs'
import { keepBackedUp } from './daily.mjs'
import { lookForDamage } from './damaged.mjs'
import { External } from './external.mjs'
import { writeWhole } from './files.mjs'
import { say } from './say.mjs'
import { startServer, stopServer } from './server.mjs'
import { startedFileOf } from './started.mjs'
import { endOf, Kept } from './supervise.mjs'
import { serveTrust } from './trust.mjs'

/**
 * Keeps the server going until it is told to end, and the database where it is its own.
 *
 * @param options of the start command
 * @param database as `startDatabase` gives it; or one that somebody else runs, `External`
 */
export async function serve({ port, share, ...backups }, database, folder) {
  const isOwn = !(database instanceof External)
  // Phones give out their tilt sensors and wake locks over https only, so sharing needs a certificate.
  const certificate = share ? certificateFor(folder) : null
  const trust = certificate ? await serveTrust(certificate, port) : null
  const trustPort = trust?.address().port ?? 0
  // Where several practices live, whoever runs it makes them.
  const setupCode = isOwn ? writtenCode() : ''
  const options = { database, folder, host: share ? '0.0.0.0' : '127.0.0.1', port, certificate, trustPort, setupCode }
  let isEnding = false
  let endBackups = async () => {}

  const end = async (code = 0, why = '') => {
    if (isEnding) return
    isEnding = true
    keptServer.end()
    keptDatabase?.end()
    trust?.close()
    await endBackups()
    if (why) say(`${why}. Giving up.`)
    say('Stopping …')
    await stopServerOf(keptServer)
    const isWhole = !isOwn || (await database.stop())
    rmSync(startedFileOf(folder), { force: true })
    say(
      isWhole
        ? 'Stopped. Nothing is lost.'
        : `The database has not said that all is on the disk: see ${database.log}. ` +
            'What it had confirmed is there when it starts again.',
    )
    process.exit(isWhole ? code : 1)
  }
  const giveUp = (why) => end(1, why)
  const keptServer = keepServer(options, giveUp)
  const keptDatabase = isOwn ? keepDatabase(database, giveUp, () => stopServerOf(keptServer)) : null
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end())
  try {
    await keptDatabase?.start()
    await keptServer.start()
  } catch (error) {
    keptDatabase?.end()
    keptServer.end()
    if (isOwn) await database.stop()
    throw error
  }
  if (!isOwn) return welcome(keptServer.running.address, { port, certificate, trustPort, setupCode: null, folder })
  endBackups = keepBackedUp(database, folder, {
    passphraseFile: backups['passphrase-file'] || null,
    second: backups['second-folder'] || null,
  })
  welcome(keptServer.running.address, {
    port,
    certificate,
    trustPort,
    setupCode: isSetUp(database) ? null : setupCode,
    folder,
  })
  // Where it cannot be looked, the class goes on all the same.
  await lookForDamage(database, folder).catch((error) => say(`Damage could not be looked for: ${error.message}`))
}

function keepServer(options, giveUp) {
  return new Kept({
    name: 'the server',
    giveUp,
    begin: async () => {
      const { child, address } = await startServer(options)
      writeWhole(startedFileOf(options.folder), JSON.stringify({ pid: process.pid, address, server: child.pid }))
      return { child, address, ended: endOf(child) }
    },
  })
}

async function stopServerOf(kept) {
  if (kept.running) await stopServer(kept.running.child)
}

function isSetUp(database) {
  const { stdout } = database.ask(`select count(*) from ${database.name}.practices where state = 'open'`)
  return stdout.trim().split('\n').at(-1) !== '0'
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

function welcome(address, { port, certificate, trustPort, setupCode, folder }) {
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
