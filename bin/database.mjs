import { spawn, spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { once } from 'node:events'
import { closeSync, existsSync, mkdirSync, openSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { userInfo } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { cannotWrite, copyWhole, readSettings, writeWhole } from './files.mjs'
import { lastWordsIn, makeFiles, ownTemporary } from './databaseFiles.mjs'
import { freshSocket, leaveSocket, servingOf } from './databaseSocket.mjs'
import { accountOf, giveRights, makeUsers } from './databaseUsers.mjs'
import { takeTurn } from './processes.mjs'
import { freePort } from './ports.mjs'
import { requireProgram } from './programs.mjs'
import { say, WayOut } from './say.mjs'
import { whyEnded } from './supervise.mjs'

const READY_WITHIN_MS = 60_000
const STOPPED_WITHIN_MS = 30_000

/**
 * Starts the project's own MariaDB on loopback, with its data in `folder`, or takes over one that an earlier start left
 * running there. Returns how to reach it and how to stop it.
 *
 * @param name the one of its databases that is meant; it is made when it is missing
 * @param isThrownAway for tests: nothing waits for the disk, so a power cut may cost the last second; and what each
 *   user asks is counted
 */
export async function startDatabase(folder, { name = 'circle', isThrownAway = false } = {}) {
  const more = isThrownAway ? ['--innodb-flush-log-at-trx-commit=0', '--userstat=1'] : LOGGED
  const instance = new Instance(folder, name, more)
  if (instance.runningPid() !== null) say('The database is still running from an earlier start: using it.')
  await instance.begin()
  instance.grant()
  return instance
}

/** Every change is logged for two weeks and reaches the disk with it: any minute of them can be gone back to. */
const LOGGED = ['--log-bin=binlog', '--server-id=1', '--binlog-format=ROW', '--sync-binlog=1', '--expire-logs-days=14']

/** Stops the database of a folder, if one runs there. */
export async function stopDatabase(folder) {
  await new Instance(folder).stop()
}

/** In the folder of the data, so that it goes with them. */
export const LOG_ID = 'circle-log-id'

export class Instance {
  constructor(folder, name = 'circle', more = []) {
    this.folder = folder
    this.name = name
    this.more = more
    this.data = join(folder, 'mariadb')
    try {
      mkdirSync(folder, { recursive: true, mode: 0o700 })
    } catch (error) {
      throw cannotWrite(folder, error)
    }
    this.socket = servingOf(this.data)?.socket ?? ''
    this.pidFile = join(folder, 'mariadb.pid')
    this.log = join(folder, 'mariadb.log')
    this.settingsFile = join(folder, 'database.json')
    this.settings = readSettings(this.settingsFile, (own) => typeof own.user === 'string' && own.password) ?? {
      ...{ port: 0, user: 'circle', password: randomBytes(24).toString('base64url') },
    }
    this.own = userInfo().username
    /** Whose rights the database itself has. */
    this.runsAs = this.own
    /** A database that is not the usual one has users of its own. */
    this.user = name === 'circle' ? this.settings.user : name
    this.owner = `${this.user}-owner`
  }

  /** What the server reads its connection from. */
  get environment() {
    const { port, password } = this.settings
    return {
      NUXT_DATABASE_HOST: '127.0.0.1',
      NUXT_DATABASE_PORT: String(port),
      NUXT_DATABASE_USER: this.user,
      NUXT_DATABASE_PASSWORD: password,
      NUXT_DATABASE_NAME: this.name,
    }
  }

  /** The same for who makes and changes its tables: the start command, never the server. */
  get ownersEnvironment() {
    return {
      ...this.environment,
      NUXT_DATABASE_USER: this.owner,
      NUXT_DATABASE_PASSWORD: this.settings.ownersPassword,
    }
  }

  /** The process that serves this folder, if it lives: by what the system knows, from its first moment on. */
  runningPid() {
    return servingOf(this.data)?.pid ?? null
  }

  /**
   * Makes, starts and awaits it where it does not run. One at a time: two that start on the same data, one waiting for
   * the other to end, would each take the other's log of changes for its own.
   */
  async begin() {
    const free = await takeTurn(join(this.folder, 'mariadb.starting'))
    try {
      this.keepOwnersPassword()
      if (this.runningPid() === null) {
        this.install()
        await this.start()
      }
      this.socket = servingOf(this.data)?.socket ?? this.socket
      await this.ready()
    } finally {
      free()
    }
  }

  /** Made once, also for data from before there was one; whoever else has the turn reads it afterwards. */
  keepOwnersPassword() {
    this.settings = readSettings(this.settingsFile, (own) => own.ownersPassword) ?? {
      ...this.settings,
      ownersPassword: randomBytes(24).toString('base64url'),
    }
    writeWhole(this.settingsFile, JSON.stringify(this.settings))
  }

  /** The files of a database, where there are none. */
  install() {
    // Where a swap of the data for others was cut short between its two steps, the second is done now.
    const swapped = `${this.data}.restored`
    if (!existsSync(this.data) && existsSync(swapped)) renameSync(swapped, this.data)
    if (!existsSync(this.data)) makeFiles(this.data, this.own, this.runsAs)
  }

  /** The data as they are now beside them, stopped meanwhile and compared file by file; one that is there stays. */
  async copyTo(folder) {
    if (existsSync(folder)) return
    await this.stopFirst()
    copyWhole(this.data, folder)
    await this.begin()
  }

  /** Puts a copy in place of the data; what stood there is kept under the name that is returned. */
  async putBack(copy) {
    await this.stopFirst()
    const aside = `${this.data}.set-aside-${new Date().toISOString().replaceAll(':', '-').slice(0, 19)}`
    const fresh = `${this.data}.restored`
    rmSync(fresh, { recursive: true, force: true })
    copyWhole(copy, fresh)
    renameSync(this.data, aside)
    renameSync(fresh, this.data)
    return aside
  }

  async start() {
    this.settings.port = await freePort(this.settings.port)
    writeWhole(this.settingsFile, JSON.stringify(this.settings))
    rmSync(this.pidFile, { force: true })
    this.socket = freshSocket(this.folder)
    rmSync(this.socket, { force: true })
    const log = openSync(this.log, 'a')
    // Detached: Ctrl-C in the terminal must reach the start command first, which then stops the database in order.
    this.process = spawn(
      requireProgram('mariadbd'),
      [
        '--no-defaults',
        `--user=${this.runsAs}`,
        `--datadir=${this.data}`,
        `--tmpdir=${ownTemporary(this.data, this.own, this.runsAs)}`,
        `--socket=${this.socket}`,
        `--port=${this.settings.port}`,
        '--bind-address=127.0.0.1',
        `--pid-file=${this.pidFile}`,
        '--skip-name-resolve',
        '--local-infile=0',
        '--character-set-server=utf8mb4',
        '--collation-server=utf8mb4_unicode_ci',
        '--innodb-buffer-pool-size=256M',
        '--max-allowed-packet=16M',
        // Whatever the machine's zone: times are stored as UTC.
        '--default-time-zone=+00:00',
        ...this.more,
      ],
      { detached: true, stdio: ['ignore', log, log] },
    )
    closeSync(log)
    this.process.unref()
  }

  async ready() {
    const until = Date.now() + READY_WITHIN_MS
    while (this.ask('select 1').status !== 0) {
      if (this.process && (this.process.exitCode !== null || this.process.signalCode !== null))
        throw new WayOut(this.whyNot('ended before it was ready'))
      if (Date.now() > until) throw new WayOut(this.whyNot('did not answer within a minute'))
      await wait(100)
    }
  }

  whyNot(what) {
    const log = `The whole log is ${this.log}.\nIts last words:\n${lastWordsIn(this.log)}`
    return `The database ${what}. If another program uses the folder ${this.data}, end it and start again. ${log}`
  }

  /** Asks it something; through its input, since everybody on the machine can read what a program is called with. */
  ask(sql) {
    return this.client('mariadb', [], { input: sql })
  }

  asOwner() {
    return ['--no-defaults', `--socket=${this.socket}`, `--user=${this.own}`]
  }

  /** Runs one of the database's own programs as its administrator, from a file or into one where that is wanted. */
  client(program, args, { stdio = 'pipe', input } = {}) {
    return spawnSync(requireProgram(program), [...this.asOwner(), ...args], { encoding: 'utf8', stdio, input })
  }

  /** The same as a process, for streams. */
  spawnClient(program, args) {
    return spawn(requireProgram(program), [...this.asOwner(), ...args])
  }

  /** What names this database's log of changes: another one begins where its data are replaced. */
  logId() {
    const file = join(this.data, LOG_ID)
    if (!existsSync(file)) writeWhole(file, randomBytes(9).toString('hex'))
    return readFileSync(file, 'utf8')
  }

  /** Writes everything that is stored into one file of SQL. */
  dump(file) {
    const out = openSync(file, 'w')
    const stdio = ['ignore', out, 'pipe']
    const asked = this.client('mariadb-dump', ['--single-transaction', this.name], { stdio })
    closeSync(out)
    if (asked.status !== 0) throw new WayOut(`The database could not be written out:\n${asked.stderr}`)
  }

  /** Reads a file of SQL into an empty database. */
  load(file) {
    const from = openSync(file, 'r')
    const asked = this.client('mariadb', [this.name], { stdio: [from, 'ignore', 'pipe'] })
    closeSync(from)
    if (asked.status !== 0) throw new WayOut(`${file} could not be read into the database:\n${asked.stderr}`)
  }

  /** Its users: who makes and changes its tables, and the application, which is given its rights later. */
  grant() {
    makeUsers(this)
  }

  /** Gives the application what it needs on the tables that are there, and nothing besides. */
  narrow() {
    giveRights(this)
  }

  /** Drops everything that is stored and leaves an empty database: for tests. */
  empty() {
    const made = `create database \`${this.name}\` character set utf8mb4 collate utf8mb4_unicode_ci;`
    const asked = this.ask(`drop database \`${this.name}\`; ${made}`)
    if (asked.status !== 0) throw new WayOut(`The database could not be emptied:\n${asked.stderr}`)
  }

  /** Takes this one of its databases away; the others stay. */
  drop() {
    const users = `${accountOf(this.user)}, ${accountOf(this.owner)}`
    this.ask(`drop database if exists \`${this.name}\`; drop user if exists ${users};`)
  }

  /** @returns whether it has ended in order, with everything on the disk: its own log says so */
  async stop() {
    const pid = this.runningPid()
    if (pid === null) return true
    process.kill(pid, 'SIGTERM')
    const until = Date.now() + STOPPED_WITHIN_MS
    while (this.runningPid() !== null && Date.now() < until) await wait(100)
    if (this.runningPid() !== null) return false
    leaveSocket(this.socket)
    return readFileSync(this.log, 'utf8').slice(-4000).includes('Shutdown complete')
  }

  /** Stops it before its files are touched; one that does not end is left alone, and said. */
  async stopFirst() {
    await this.stop()
    if (this.runningPid() !== null) throw new WayOut(`The database does not end: see ${this.log}. Nothing was changed.`)
  }

  /** Resolves with the words why, once it has ended: also where an earlier start began it. */
  async ended() {
    const [own, pid] = [this.process, this.runningPid()]
    while (this.runningPid() !== null) await wait(250)
    if (!own || own.pid !== pid) return `its last words are in ${this.log}`
    // It is gone a moment before its start command hears how.
    if (own.exitCode === null && own.signalCode === null) await once(own, 'exit')
    return whyEnded(own)
  }
}
