import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, renameSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { writeWhole } from './files.mjs'
import { processes } from './processes.mjs'
import { root } from './programs.mjs'
import { say, WayOut } from './say.mjs'
import { whyEnded } from './supervise.mjs'

const READY_WITHIN_MS = 60_000

/** What seals a secret is no shorter. */
const KEY_LENGTH = 32

/** The key that seals second factors: made once, kept out of git with the data. */
export function accessKey(folder) {
  const file = join(folder, 'access-key')
  if (existsSync(file) && readFileSync(file, 'utf8').trim().length < KEY_LENGTH) {
    renameSync(file, `${file}.damaged`)
    say(`${file} was damaged: a new key is made, and one-time codes have to be set up once more.`)
  }
  if (!existsSync(file)) writeWhole(file, randomBytes(32).toString('base64url'))
  return readFileSync(file, 'utf8').trim()
}

const PROGRAM = join(root, '.output/server/index.mjs')
const FOLDER_NAME = 'NUXT_DATA_FOLDER'

/** The servers of a data folder that live, whoever began them: by what the system knows of them, not by a note. */
function serversOf(folder) {
  return processes()
    .filter(({ args, environment }) => args.includes(PROGRAM) && environment().includes(`${FOLDER_NAME}=${folder}`))
    .map(({ pid }) => pid)
}

/** Ends servers that an earlier start left behind: they hold the port and serve unwatched. */
export async function endLeftBehind(folder) {
  for (const pid of serversOf(folder)) {
    say(`A server of an earlier start is still running (process ${pid}): ending it.`)
    process.kill(pid, 'SIGTERM')
  }
  for (let tries = 0; serversOf(folder).length > 0 && tries < 50; tries += 1) await wait(100)
  for (const pid of serversOf(folder)) process.kill(pid, 'SIGKILL')
  while (serversOf(folder).length > 0) await wait(50)
}

/** Starts the built server and waits until it answers. */
export async function startServer({
  database,
  folder,
  host,
  port,
  certificate = null,
  trustPort = 0,
  setupCode = '',
  stdio = 'inherit',
}) {
  const scheme = certificate ? 'https' : 'http'
  const child = spawn(process.execPath, [PROGRAM], {
    cwd: root,
    stdio: ['ignore', stdio, stdio],
    // Detached for the same reason as the database: the start command ends things in order.
    detached: true,
    env: {
      ...process.env,
      ...database.environment,
      NODE_ENV: 'production',
      NITRO_HOST: host,
      NITRO_PORT: String(port),
      NITRO_SHUTDOWN_TIMEOUT: '2000',
      // Servers that share a database share it.
      NUXT_ACCESS_KEY: process.env.NUXT_ACCESS_KEY ?? accessKey(folder),
      NUXT_SETUP_CODE: setupCode,
      NUXT_HTTPS: String(certificate !== null),
      NUXT_HOSTS: [process.env.NUXT_HOSTS, ...(certificate?.names ?? [])].filter(Boolean).join(','),
      [FOLDER_NAME]: folder,
      NUXT_PUBLIC_TRUST_PORT: String(trustPort),
      ...(certificate ? { NITRO_SSL_CERT: certificate.cert, NITRO_SSL_KEY: certificate.key } : {}),
    },
  })
  const address = `${scheme}://127.0.0.1:${port}`
  try {
    await answering(child, address)
  } catch (error) {
    await stopServer(child)
    throw error
  }
  return { child, address }
}

async function answering(child, address) {
  const until = Date.now() + READY_WITHIN_MS
  for (;;) {
    if (child.exitCode !== null || child.signalCode !== null)
      throw new WayOut(`The server was not ready yet: ${whyEnded(child)}; its own words are above.`)
    if (await answers(address)) return
    if (Date.now() > until) throw new WayOut('The server did not answer within a minute; its own words are above.')
    await wait(100)
  }
}

async function answers(address) {
  if (address.startsWith('http:'))
    return fetch(`${address}/api/health`, { signal: AbortSignal.timeout(2000) }).then(
      // Also one that says that something is wrong is an answer.
      (reply) => reply.ok || reply.status === 503,
      () => false,
    )
  const { get } = await import('node:https')
  return new Promise((resolve) => {
    get(`${address}/api/health`, { rejectUnauthorized: false }, (reply) =>
      resolve(reply.statusCode === 200 || reply.statusCode === 503),
    ).on('error', () => resolve(false))
  })
}

/** Ends a server and waits until it is gone. */
export async function stopServer(child) {
  if (child.exitCode !== null || child.signalCode !== null) return
  const ended = new Promise((resolve) => child.once('exit', resolve))
  child.kill('SIGTERM')
  await Promise.race([ended, wait(5000).then(() => child.kill('SIGKILL'))])
}
