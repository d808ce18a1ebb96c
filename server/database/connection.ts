import { entryAt } from '../../core/entries'
import { readFileSync } from 'node:fs'
import { connect as connectTcp } from 'node:net'
import knex, { type Knex } from 'knex'
import type { ConnectionOptions } from 'mysql2'

/** How to reach the database, as the environment says it: see docs/running-for-many.md. */
export interface DatabaseConfig {
  /** One host or several by commas, each with a port of its own where it is another, `db1,db2:3307`. */
  host: string
  port: number
  user: string
  password: string
  name: string
  /** Whether lines to it are encrypted: `on` with who it is looked at, empty: not. */
  tls: string
  /** A file with the certificates of who vouches for it; empty: those that Node.js knows. */
  ca: string
  /** Whether other servers use it too. */
  isShared: boolean
}

interface Host {
  host: string
  port: number
}

type Done = (error: Error | null, made: unknown) => void
interface Made {
  config: Host
  query: (sql: string, done: (error: Error | null, rows?: { Value: string }[]) => void) => void
}

/** As many lines as the server holds to the database at most. */
const LINES = 8
/** Whoever waits longer for a line is told that the database takes nothing at the moment. */
const LINE_WITHIN_MS = 10_000
/** A host that does not take a line within that time is not there. */
const TAKES_WITHIN_MS = 1_500
/** So long a host that was not ready is asked last. */
const ASIDE_MS = 2_000

/**
 * Opens a pool to the database; times are UTC, dates come as text. Of several hosts the first that is ready is used.
 */
export function connect(config: DatabaseConfig, lines = LINES): Knex {
  const hosts = new Hosts(hostsIn(config))
  const common = commonOf(config)
  return knex({
    client: 'mysql2',
    connection:
      hosts.all.length === 1
        ? { ...common, ...hosts.all[0] }
        : async () => ({ ...common, ...(await hosts.ready()), expirationChecker: () => true }),
    acquireConnectionTimeout: LINE_WITHIN_MS,
    log: { warn: seldom },
    pool: {
      min: 0,
      max: lines,
      afterCreate: (made: Made, done: Done) => begin(made, config, hosts, (error) => done(error, made)),
    },
  })
}

const SAID_AGAIN_MS = 10_000
let saidAt = -Infinity

/** While the database is away each try to reach it says so: once in a while is enough. */
function seldom(words: unknown): void {
  if (performance.now() - saidAt < SAID_AGAIN_MS) return
  saidAt = performance.now()
  console.error(`The database: ${String(words).split('\n')[0]}`)
}

function commonOf(config: DatabaseConfig) {
  const { user, password, name: database, tls, ca } = config
  const ssl = { minVersion: 'TLSv1.2', rejectUnauthorized: true, verifyIdentity: true } as const
  return {
    ...{ user, password, database, timezone: 'Z', charset: 'utf8mb4', dateStrings: true, supportBigNumbers: true },
    // A host that is gone without a word is found out, and not after a quarter of an hour.
    ...{ connectTimeout: 5_000, enableKeepAlive: true, keepAliveInitialDelay: 2_000 },
    ...(tls === '' ? {} : { ssl: { ...ssl, ...(ca === '' ? {} : { ca: readFileSync(ca, 'utf8') }) } }),
  } satisfies ConnectionOptions
}

/**
 * Defaults of times are written in the session's zone: UTC. Where others write too, nothing older than they wrote is
 * read.
 */
function begin(made: Made, { isShared }: DatabaseConfig, hosts: Hosts, done: (error: Error | null) => void): void {
  const sets = `set time_zone = '+00:00'${isShared ? ', wsrep_sync_wait = 1' : ''}`
  made.query(sets, (error) => {
    if (error || !isShared) return done(error)
    // One that has lost the others of its cluster takes lines all the same, and refuses whatever is asked.
    made.query("show status like 'wsrep_cluster_status'", (refused, rows = []) => {
      const [status] = rows
      const isReady = !refused && (status === undefined || ['Primary', 'Disconnected'].includes(status.Value))
      if (!isReady) hosts.setAside(made.config)
      done(
        isReady
          ? null
          : Object.assign(new Error('This server of the database is not ready.'), { code: 'ECONNREFUSED' }),
      )
    })
  })
}

/** The hosts of a database, in the order in which they are wanted. */
class Hosts {
  private readonly asideUntil = new Map<Host, number>()
  constructor(readonly all: readonly Host[]) {}

  /** The first that takes a line; those that were not ready a moment ago come last. */
  async ready(): Promise<Host> {
    const now = Date.now()
    const isAside = (host: Host) => (this.asideUntil.get(host) ?? 0) > now
    const inTurn = [...this.all.filter((host) => !isAside(host)), ...this.all.filter(isAside)]
    for (const host of inTurn) if (await takesLines(host)) return host
    return entryAt(inTurn, 0)
  }

  setAside({ host, port }: Host): void {
    const known = this.all.find((one) => one.host === host && one.port === port)
    if (known) this.asideUntil.set(known, Date.now() + ASIDE_MS)
  }
}

function takesLines({ host, port }: Host): Promise<boolean> {
  return new Promise((resolve) => {
    const line = connectTcp({ host, port, timeout: TAKES_WITHIN_MS })
    const end = (takes: boolean) => () => {
      line.destroy()
      resolve(takes)
    }
    line.once('connect', end(true)).once('error', end(false)).once('timeout', end(false))
  })
}

/** The hosts that a setting names, `db1, db2:3307, [::1]`. */
export function hostsIn({ host, port }: Pick<DatabaseConfig, 'host' | 'port'>): Host[] {
  return host.split(',').map((one) => {
    const [, name = '', own] = /^(\[[^\]]+\]|[^:]+)(?::(\d+))?$/.exec(one.trim()) ?? []
    return { host: name.replace(/^\[|\]$/g, ''), port: own === undefined ? port : Number(own) }
  })
}

/** The database as the start command hands it over in the environment. */
export function databaseFromEnvironment(env: NodeJS.ProcessEnv = process.env): DatabaseConfig {
  return {
    host: env.NUXT_DATABASE_HOST ?? '127.0.0.1',
    port: Number(env.NUXT_DATABASE_PORT ?? 0),
    user: env.NUXT_DATABASE_USER ?? '',
    password: env.NUXT_DATABASE_PASSWORD ?? '',
    name: env.NUXT_DATABASE_NAME ?? '',
    tls: env.NUXT_DATABASE_TLS ?? '',
    ca: env.NUXT_DATABASE_CA ?? '',
    isShared: env.NUXT_DATABASE_IS_SHARED === 'true',
  }
}
