import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { startDatabase } from './database.mjs'
import { buildWhenChanged, findProgram, installModules, installPackages, root, runProgram } from './programs.mjs'
import { run, say, WayOut } from './say.mjs'
import { startServer, stopServer } from './server.mjs'

const folder = process.env.CIRCLE_DATA ?? join(root, '.data')
const startedFile = join(folder, 'started.json')

await run(async () => {
  const options = readOptions()
  requireNode()
  const running = runningStart()
  if (running !== null && !options['reset-demo']) {
    throw new WayOut(
      `Unhurried Circle is running here already: ${running.address}\nTo start it anew, end that one with Ctrl-C in its window (process ${running.pid}).`,
    )
  }
  if (!options['reset-demo']) await requireFreePort(options.port, options.share)
  await installPackages({ mariadbd: 'mariadb-server', mariadb: 'mariadb-client' })
  await installModules()
  if (!options['reset-demo']) await buildWhenChanged()
  const database = await startDatabase(folder)
  const setUp = ['reset-demo', 'empty'].find((option) => options[option]) ?? 'demo-when-empty'
  try {
    await runProgram(process.execPath, ['--import', 'tsx', 'demo/setUp.ts', `--${setUp}`], {
      env: { ...process.env, ...database.environment },
    })
  } catch (error) {
    if (running === null) await database.stop()
    throw error
  }
  if (options['reset-demo']) {
    if (running === null) await database.stop()
    return
  }
  await serve(options, database)
})

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        share: { type: 'boolean', default: false },
        empty: { type: 'boolean', default: false },
        'reset-demo': { type: 'boolean', default: false },
        port: { type: 'string', default: process.env.PORT ?? '3210' },
      },
    })
    const port = Number(values.port)
    if (!Number.isInteger(port) || port < 1024 || port > 65535)
      throw new Error(`"${values.port}" is not a port between 1024 and 65535.`)
    return { ...values, port }
  } catch (error) {
    throw new WayOut(
      `${error.message}\nThe options are --share, --empty and --port NUMBER, for instance:  npm start -- --port 3211`,
    )
  }
}

function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    throw new WayOut(`This is Node ${process.versions.node}; Unhurried Circle needs Node 20.19 or newer.`)
}

/** A start command that lives, with its address. */
function runningStart() {
  if (!existsSync(startedFile)) return null
  const started = JSON.parse(readFileSync(startedFile, 'utf8'))
  try {
    return readFileSync(`/proc/${started.pid}/cmdline`, 'utf8').includes('start.mjs') ? started : null
  } catch {
    return null
  }
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

async function serve({ port, share }, database) {
  const certificate = share ? makeCertificate() : null
  const server = { database, folder, host: share ? '0.0.0.0' : '127.0.0.1', port, certificate }
  let ending = false
  let current = null
  const restarts = []

  const end = async () => {
    if (ending) return
    ending = true
    say('Stopping …')
    if (current) await stopServer(current.child)
    await database.stop()
    rmSync(startedFile, { force: true })
    say('Stopped. Nothing is lost.')
    process.exit(0)
  }
  process.on('SIGINT', end)
  process.on('SIGTERM', end)
  process.on('SIGHUP', end)

  const begin = async () => {
    current = await startServer(server)
    current.child.once('exit', async () => {
      if (ending) return
      restarts.push(Date.now())
      if (restarts.filter((at) => at > Date.now() - 60_000).length > 5) {
        say('The server ended five times within a minute: giving up. Its own words are above.')
        process.exitCode = 1
        return end()
      }
      say('The server ended unexpectedly: starting it again.')
      await begin().catch(end)
    })
  }
  try {
    await begin()
  } catch (error) {
    ending = true
    await database.stop()
    throw error
  }
  writeFileSync(startedFile, JSON.stringify({ pid: process.pid, address: current.address }))
  welcome(current.address, port, share)
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
