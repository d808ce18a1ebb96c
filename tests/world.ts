import { existsSync, mkdtempSync, openSync, readdirSync, readFileSync, readlinkSync, rmSync } from 'node:fs'
import type { ChildProcess } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Knex } from 'knex'
import { startDatabase } from '../bin/database.mjs'
import { freePort } from '../bin/ports.mjs'
import { startServer, stopServer } from '../bin/server.mjs'
import { connect, databaseFromEnvironment } from '../server/database/connection'
import { migrate } from '../server/database/migrate'
import { DEMO_FILE, fillWithDemo, LEAD, OWN_DATABASE, PASSWORD, TEST_DATA } from './demoData'

/** What the start window would have printed for setting up. */
export const SETUP_CODE = 'abcd-efgh-jkmn'

export interface Answer {
  status: number
  body: any
}

/** Somebody at the server's door: keeps the cookie and says what came back. */
export class Caller {
  cookie = ''
  constructor(private readonly world: { address: string; logFile?: string }) {}

  /** Keeps the cookies of a reply; the others stay. */
  keepAll(reply: Response): void {
    for (const set of reply.headers.getSetCookie()) this.keep(set.split(';')[0]!)
  }
  private keep(cookie: string): void {
    const name = cookie.slice(0, cookie.indexOf('=') + 1)
    const others = this.cookie.split('; ').filter((kept) => kept !== '' && !kept.startsWith(name))
    this.cookie = [...others, cookie].join('; ')
  }

  /** Says something in a meeting: outcomes, class events, arrivals, hand choices, seating, an accident. */
  say(meetingId: string, message: { kind: string; [more: string]: unknown }): Promise<Answer> {
    return this.call('POST', `/api/meetings/${meetingId}/messages`, { message })
  }
  async call(method: string, path: string, body?: unknown): Promise<Answer> {
    return this.send(method, path, body === undefined ? undefined : JSON.stringify(body))
  }
  /** Sends a body as it is, readable or not. */
  async send(method: string, path: string, text?: string): Promise<Answer> {
    const ask = () =>
      fetch(this.world.address + path, {
        method,
        body: text,
        headers: { cookie: this.cookie, 'content-type': 'application/json' },
        redirect: 'manual',
      })
    // A line that was kept, and that the server closed in this very moment, has carried nothing: once more, as browsers
    // do.
    const reply = await ask().catch((error: Error) => {
      if ((error.cause as Error | undefined)?.message !== 'other side closed') throw error
      return ask()
    })
    this.keepAll(reply)
    const answer = await reply.text()
    // What the server could not do is nobody's wish: its own words say why.
    if (reply.status === 500) console.error(`${method} ${path}: ${answer}\n${lastLines(this.world.logFile)}`)
    return {
      status: reply.status,
      body: answer.startsWith('{') || answer.startsWith('[') ? JSON.parse(answer) : answer,
    }
  }
}

function lastLines(file: string | undefined): string {
  return file !== undefined && existsSync(file) ? readFileSync(file, 'utf8').split('\n').slice(-40).join('\n') : ''
}

/** The built application with a database of its own, filled with the demo and with a second practice. */
export class World {
  address = ''
  db!: Knex
  private child!: ChildProcess
  private port = 0
  /** The folder of its data, its own. */
  readonly folder = mkdtempSync(join(tmpdir(), 'circle-world-'))
  /** What its server said, unless it is shown at once. */
  readonly logFile = join(this.folder, 'server.log')
  private constructor(private readonly database: Awaited<ReturnType<typeof startDatabase>>) {}

  /** @param besides whether it stands beside another of the same test: in a database of its own */
  static async open({ demo = true, besides = false } = {}): Promise<World> {
    const name = `${OWN_DATABASE.name}${besides ? '_b' : ''}`
    const world = new World(await startDatabase(TEST_DATA, { ...OWN_DATABASE, name }))
    world.database.empty()
    world.db = connect(databaseFromEnvironment({ ...process.env, ...world.database.ownersEnvironment }))
    if (!demo) await migrate(world.db)
    else if (existsSync(DEMO_FILE)) world.database.load(DEMO_FILE)
    else await fillWithDemo(world.db)
    world.database.narrow()
    await world.startSomewhere()
    return world
  }

  /** On a port that is free; another file may take it in the same moment, then on another one. */
  private async startSomewhere(tries = 3): Promise<void> {
    this.port = await freePort()
    try {
      await this.startServer()
    } catch (error) {
      if (tries === 1) throw error
      await this.startSomewhere(tries - 1)
    }
  }

  /** One more server on the same database, as on a cluster: where it answers, and how it is ended. */
  async startAnother(env: NodeJS.ProcessEnv = {}, log?: number) {
    const environment = { ...this.database.environment, NUXT_DATABASE_IS_SHARED: 'true', ...env }
    const { child, address } = await startServer({
      ...{ database: { environment }, folder: this.folder, host: '127.0.0.1', port: await freePort() },
      // What is open as a file is handed on as such.
      stdio: log === undefined ? 'ignore' : (log as unknown as string),
    })
    return { address, stop: () => stopServer(child) }
  }

  async startServer(): Promise<void> {
    const { child, address } = await startServer({
      database: this.database,
      folder: this.folder,
      host: '127.0.0.1',
      port: this.port,
      setupCode: SETUP_CODE,
      // What is open as a file is handed on as such.
      stdio: process.env.CIRCLE_TEST_LOG ? 'inherit' : (openSync(this.logFile, 'a') as unknown as string),
    })
    this.child = child
    this.address = address
  }
  /** Ends the server as a power cut would. */
  async crash(): Promise<void> {
    const ended = new Promise((resolve) => this.child.once('exit', resolve))
    this.child.kill('SIGKILL')
    await ended
  }
  /** The server hangs: it holds its lines and answers nothing, until it goes on. */
  hang(): void {
    this.child.kill('SIGSTOP')
  }
  goOn(): void {
    this.child.kill('SIGCONT')
  }
  /** What the server's process has used of a core since it began, in seconds: Linux counts in hundredths. */
  cpuSeconds(): number {
    const fields = readFileSync(`/proc/${this.child.pid}/stat`, 'utf8').split(') ')[1]!.split(' ')
    return (Number(fields[11]) + Number(fields[12])) / 100
  }
  /** How many sockets the server holds: requests, lines, and connections to the database. */
  openSockets(): number {
    const folder = `/proc/${this.child.pid}/fd`
    return readdirSync(folder).filter((one) => {
      try {
        return readlinkSync(join(folder, one)).startsWith('socket:')
      } catch {
        // Closed between the two looks.
        return false
      }
    }).length
  }
  /** What is open in the database for this world: transactions, and statements that run. */
  busyInDatabase(): number {
    const open = `(select count(*) from information_schema.innodb_trx t join information_schema.processlist p
      on p.id = t.trx_mysql_thread_id where p.db = '${this.database.name}')`
    const running = `(select count(*) from information_schema.processlist
      where db = '${this.database.name}' and command = 'Query')`
    const { stdout } = this.database.ask(`select ${open} + ${running} as busy`)
    return Number(stdout.split('\n')[1])
  }
  /** The database ends the server's lines to it, as it does when it begins anew. */
  endLines(): void {
    this.database.ask(`kill user '${this.database.user}'@'127.0.0.1'`)
  }
  /** Where its database is, with the user who makes the tables, as an operator would write it. */
  ownersUrl(): string {
    const own = this.database.ownersEnvironment
    const who = `${own.NUXT_DATABASE_USER}:${encodeURIComponent(own.NUXT_DATABASE_PASSWORD)}`
    return `mysql://${who}@127.0.0.1:${own.NUXT_DATABASE_PORT}/${own.NUXT_DATABASE_NAME}`
  }
  /** What the server asks the database while something is done, by MariaDB's own log: what reads or writes rows. */
  async queriesDuring(work: () => Promise<void>): Promise<string[]> {
    const ask = (sql: string) => this.database.ask(sql)
    ask("set global log_output = 'TABLE'; set global general_log = 1")
    try {
      await work()
    } finally {
      ask('set global general_log = 0')
    }
    const rows = ask(
      `select replace(replace(convert(argument using utf8mb4), '\\n', ' '), '\\t', ' ') from mysql.general_log
        where command_type = 'Query' and user_host like '${this.database.user}[%'`,
    )
    ask('truncate table mysql.general_log')
    return rows.stdout.split('\n').filter((sql) => /^(select|update|delete|insert .*select)\b/i.test(sql))
  }
  /** How often the database was asked something for this world, by MariaDB's own count. */
  questions(): number {
    const counted = 'sum(select_commands + update_commands + other_commands)'
    const { stdout } = this.database.ask(
      `select ${counted} as asked from information_schema.user_statistics where user = '${this.database.user}'`,
    )
    return Number(stdout.split('\n')[1])
  }
  async stopServer(): Promise<void> {
    await stopServer(this.child)
  }
  async close(): Promise<void> {
    await stopServer(this.child)
    await this.db.destroy()
    this.database.drop()
    rmSync(this.folder, { recursive: true, force: true })
  }

  /** @param at another server of the same database; left out: its own */
  caller(at: { address: string; logFile?: string } = this): Caller {
    return new Caller(at)
  }
  async signedIn(email = LEAD, at: { address: string; logFile?: string } = this): Promise<Caller> {
    const caller = this.caller(at)
    const answer = await caller.call('POST', '/api/session', { email, password: PASSWORD })
    if (answer.status !== 200) throw new Error(`Signing in as ${email} failed: ${JSON.stringify(answer.body)}`)
    return caller
  }
}

/** The demo's next meeting as its lead reads it. */
export async function nextMeeting(lead: Caller): Promise<any> {
  const { body } = await lead.call('GET', '/api/meetings')
  return (await lead.call('GET', `/api/meetings/${body[0].id}`)).body
}
