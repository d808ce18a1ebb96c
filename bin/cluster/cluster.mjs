import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, openSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { readSettings, writeWhole } from '../files.mjs'
import { freePort } from '../ports.mjs'
import { requireProgram, root, runProgram } from '../programs.mjs'
import { say, WayOut } from '../say.mjs'
import { SET_UP } from '../setUp.mjs'
import { endLeftBehind, startServer, stopServer } from '../server.mjs'
import { processes } from '../processes.mjs'
import { endOf, Kept } from '../supervise.mjs'
import { haproxyConfig } from './haproxy.mjs'
import { Node } from './node.mjs'

const FOLDER_NAME = 'CIRCLE_CLUSTER_FOLDER'
const CHECK_USER = 'circle-check'
/** The others have given a node up within three seconds, and gone on without it. */
const BACK_AFTER_MS = 5_000
const ANSWERS_WITHIN_MS = 15_000

/**
 * The whole on one machine: database servers in a cluster, servers of the application, and HAProxy before both. All of
 * them are kept: whichever ends is started again. For trying it, and for the tests.
 *
 * @param nodes how many database servers; a cluster needs three to know which part of it goes on
 * @param servers how many servers of the application
 * @param port where HAProxy answers; 0: anywhere
 */
export class Cluster {
  constructor(folder, { nodes = 3, servers = 3, port = 0 } = {}) {
    mkdirSync(folder, { recursive: true })
    // The database's own user goes through it, and sees nothing of it.
    chmodSync(folder, 0o711)
    Object.assign(this, { folder, port, wanted: { nodes, servers } })
    this.nodes = []
    this.kept = []
  }

  get address() {
    return `http://127.0.0.1:${this.ports.web}`
  }

  /** What a server of the application, or whoever migrates, reads its connection from. */
  get environment() {
    const { environment } = this.nodes[0]
    return { ...environment, NUXT_DATABASE_PORT: String(this.ports.database), NUXT_DATABASE_IS_SHARED: 'true' }
  }

  /** The same for who makes its tables, by one node: what locks there locks all. */
  get ownersEnvironment() {
    return { ...this.nodes[0].ownersEnvironment, NUXT_DATABASE_IS_SHARED: 'true' }
  }

  async start(wish = 'demo-when-empty') {
    await this.endLeftBehind()
    await this.choosePorts()
    await this.startNodes()
    await this.startChecks()
    await this.startHaproxy()
    await this.fill(wish)
    for (let at = 0; at < this.wanted.servers; at += 1) await this.startServerAt(at)
    await this.answering()
    this.writeParts()
  }

  /** What an earlier one has left that was killed itself. */
  async endLeftBehind() {
    await endLeftBehind(this.folder)
    const own = `${FOLDER_NAME}=${this.folder}`
    for (const { pid } of processes().filter(({ environment }) => environment().includes(own)))
      process.kill(pid, 'SIGTERM')
  }

  async choosePorts() {
    const file = join(this.folder, 'ports.json')
    const known = readSettings(file, (own) => Array.isArray(own.nodes)) ?? { nodes: [], servers: [] }
    const nodes = []
    for (let at = 0; at < this.wanted.nodes; at += 1) {
      const { group, transfer, pieces, check } = known.nodes[at] ?? {}
      const wanted = [group, transfer, pieces, check]
      const [a, b, c, d] = await Promise.all(wanted.map((port) => freePort(port ?? 0)))
      nodes.push({ group: a, transfer: b, pieces: c, check: d })
    }
    const servers = []
    for (let at = 0; at < this.wanted.servers; at += 1) servers.push(await freePort(known.servers[at] ?? 0))
    const [web, database, stats] = [
      await freePort(this.port || known.web || 0),
      await freePort(known.database ?? 0),
      await freePort(known.stats ?? 0),
    ]
    if (this.port !== 0 && web !== this.port) throw new WayOut(`Port ${this.port} is used by another program.`)
    this.ports = { nodes, servers, web, database, stats }
    this.checkPassword = known.checkPassword ?? randomBytes(18).toString('base64url')
    writeWhole(file, JSON.stringify({ ...this.ports, checkPassword: this.checkPassword }))
  }

  /** One begins the cluster, the others come to it: the one that has come furthest, where it ran before. */
  async startNodes() {
    this.nodes = this.ports.nodes.map((ports, at) => {
      const folder = join(this.folder, `node${at + 1}`)
      mkdirSync(folder, { recursive: true })
      return new Node(folder, { clusterName: 'circle', name: `node${at + 1}`, ports })
    })
    for (const node of this.nodes) await node.stop()
    const first = this.furthest()
    first.mayBegin()
    await first.join([])
    if (this.isNew) {
      this.nodes[0].grant()
      const made = `create user '${CHECK_USER}'@'127.0.0.1' identified by '${this.checkPassword}';`
      if (first.ask(made).status !== 0) throw new WayOut('The user for the checks could not be made.')
    }
    for (const node of this.nodes) {
      if (node !== first) await node.join(...this.othersOf(node))
      this.keep({
        name: node.nodeName,
        running: { ended: node.ended() },
        pid: () => node.runningPid(),
        begin: async () => {
          // One that is back before the others have agreed that it was gone keeps them from agreeing at all.
          await wait(BACK_AFTER_MS)
          await node.join(...this.othersOf(node))
          return { ended: node.ended() }
        },
      })
    }
  }

  furthest() {
    const known = this.nodes.filter((node) => existsSync(node.data))
    this.isNew = known.length === 0
    if (this.isNew) return this.nodes[0]
    const inOrder = known.map((node) => ({ node, at: node.endedLast() ? Infinity : (node.position()?.at ?? -1) }))
    return inOrder.toSorted((a, b) => b.at - a.at)[0].node
  }

  othersOf(node) {
    const others = this.nodes.filter((other) => other !== node)
    return [others.map(({ groupAddress }) => groupAddress), others.map(({ nodeName }) => nodeName).toReversed()]
  }

  async startChecks() {
    const places = this.nodes.flatMap((node, at) => ['--node', `${this.ports.nodes[at].check}:${node.settings.port}`])
    await this.keepProcess('the check', process.execPath, [
      join(root, 'bin/cluster/nodeCheck.mjs'),
      ...['--user', CHECK_USER, ...places],
    ])
  }

  async startHaproxy() {
    const file = join(this.folder, 'haproxy.cfg')
    const at = (port) => `127.0.0.1:${port}`
    const config = haproxyConfig({
      database: {
        listen: at(this.ports.database),
        nodes: this.nodes.map((node, place) => ({
          ...{ name: node.nodeName, address: at(node.settings.port), check: at(this.ports.nodes[place].check) },
        })),
      },
      web: {
        listen: at(this.ports.web),
        servers: this.ports.servers.map((port, place) => ({ name: `server${place + 1}`, address: at(port) })),
      },
      stats: at(this.ports.stats),
      lines: 4_000,
    })
    writeWhole(file, config)
    await this.keepProcess('HAProxy', requireProgram('haproxy'), ['-db', '-f', file])
    await untilAnswers(this.ports.database)
  }

  /** The newest shape, and what is in it; by one node, since what locks locks there alone. */
  async fill(wish) {
    const env = { ...process.env, ...this.ownersEnvironment, CIRCLE_DATA: this.folder, CIRCLE_DEMO_PASSWORD: 'circle' }
    await runProgram(process.execPath, [...SET_UP, `--${wish}`], { env })
    this.nodes[0].narrow()
  }

  async startServerAt(at) {
    const begin = async () => {
      const started = await startServer({
        ...{ database: this, folder: this.folder, host: '127.0.0.1', port: this.ports.servers[at] },
        stdio: openSync(join(this.folder, `server${at + 1}.log`), 'a'),
      })
      return { ...started, ended: endOf(started.child) }
    }
    this.keep({ name: `server${at + 1}`, running: await begin(), begin })
  }

  async keepProcess(name, program, args) {
    const begin = async () => {
      const log = openSync(join(this.folder, `${name.split(' ').at(-1)}.log`), 'a')
      const child = spawn(program, args, {
        ...{ cwd: root, stdio: ['ignore', log, log], detached: true },
        env: { ...process.env, CIRCLE_CHECK_PASSWORD: this.checkPassword, [FOLDER_NAME]: this.folder },
      })
      return { child, ended: endOf(child) }
    }
    this.keep({ name, running: await begin(), begin })
  }

  keep({ name, running, begin, pid }) {
    const again = async () => {
      const begun = await begin()
      // Whoever looks on knows that it is another one from now on.
      setImmediate(() => this.writeParts())
      return begun
    }
    const kept = new Kept({ name, begin: again, giveUp: (why) => say(`${why}: it is left lying.`) })
    this.kept.push(Object.assign(kept, { running, pid: pid ?? (() => kept.running.child?.pid), since: Date.now() }))
    void kept.watch()
  }

  /** Says which process is what, and how each is reached: for whoever watches it, or kills it. */
  writeParts() {
    const parts = Object.fromEntries(this.kept.map(({ name, pid }) => [name, pid()]))
    const nodes = this.nodes.map(({ nodeName, settings }) => ({ name: nodeName, port: settings.port }))
    writeWhole(
      join(this.folder, 'cluster.json'),
      JSON.stringify({
        ...{ address: this.address, parts, nodes, servers: this.ports.servers },
        ...{ environment: this.environment, ownersEnvironment: this.ownersEnvironment },
      }),
    )
  }

  async answering() {
    const until = Date.now() + ANSWERS_WITHIN_MS
    for (;;) {
      const answers = await fetch(`${this.address}/api/health`).then(
        (reply) => reply.ok,
        () => false,
      )
      if (answers) return
      if (Date.now() > until) throw new WayOut('HAProxy has found no server of the application that answers.')
      await wait(100)
    }
  }

  /** Ends all of it in order: the servers, what stands before them, and the database from the last to the first. */
  async stop() {
    for (const kept of this.kept) kept.end()
    const children = this.kept.flatMap(({ running }) => running.child ?? [])
    await Promise.all(children.map((child) => stopServer(child)))
    for (const node of this.nodes.toReversed()) await node.stop()
  }
}

async function untilAnswers(port) {
  const { connect } = await import('node:net')
  const until = Date.now() + ANSWERS_WITHIN_MS
  const takes = () =>
    new Promise((resolve) => {
      const line = connect(port, '127.0.0.1')
      line.once('data', () => resolve(line.destroy() && true))
      line.once('error', () => resolve(false))
      line.once('close', () => resolve(false))
    })
  while (!(await takes())) {
    if (Date.now() > until) throw new WayOut('HAProxy has found no database server that is ready.')
    await wait(150)
  }
}
