import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import type { Knex } from 'knex'
import { servingOf } from '../../bin/databaseSocket.mjs'
import { findProgram, root } from '../../bin/programs.mjs'
import { connect, databaseFromEnvironment } from '../../server/database/connection'

const READY_WITHIN_MS = 240_000

/** What `npm run cluster` says of itself. */
interface Said {
  address: string
  /** The process of each part, by its name. */
  parts: Record<string, number>
  nodes: { name: string; port: number }[]
  servers: number[]
  environment: NodeJS.ProcessEnv
  ownersEnvironment: NodeJS.ProcessEnv
}

/** A cluster on this machine, begun by its own command as anybody would, and killed part by part. */
export class RunningCluster {
  private constructor(
    readonly folder: string,
    private readonly process: ChildProcess,
    private readonly words: string[],
  ) {}

  static async start(options: string[] = []): Promise<RunningCluster> {
    const folder = mkdtempSync(join(tmpdir(), 'circle-cluster-'))
    const child = spawn(process.execPath, [join(root, 'bin/cluster.mjs'), '--empty', '--anywhere', ...options], {
      ...{ cwd: root, stdio: ['ignore', 'pipe', 'pipe'] },
      env: { ...process.env, CIRCLE_CLUSTER: folder },
    })
    // Whoever fails before ending it leaves nothing behind.
    process.once('exit', () => child.kill('SIGINT'))
    const words: string[] = []
    for (const stream of [child.stdout!, child.stderr!]) stream.on('data', (chunk) => words.push(String(chunk)))
    const cluster = new RunningCluster(folder, child, words)
    const until = Date.now() + READY_WITHIN_MS
    while (!words.join('').includes('is ready')) {
      if (child.exitCode !== null || Date.now() > until) throw new Error(`No cluster:\n${words.join('')}`)
      await wait(100)
    }
    return cluster
  }

  /** As it is now: a part that was killed is another process. */
  get said(): Said {
    return JSON.parse(readFileSync(join(this.folder, 'cluster.json'), 'utf8'))
  }

  /** By HAProxy as the application does, or one node by itself. */
  open(node?: string): Knex {
    const { environment, ownersEnvironment, nodes } = this.said
    if (node === undefined) return connect(databaseFromEnvironment(environment))
    const port = String(nodes.find(({ name }) => name === node)!.port)
    return connect(databaseFromEnvironment({ ...ownersEnvironment, NUXT_DATABASE_PORT: port }), 2)
  }

  /** Asks a node as its administrator, who comes by its socket. */
  asRoot(node: string, sql: string): string {
    const asked = spawnSync(
      findProgram('mariadb')!,
      ['--no-defaults', `--socket=${this.socketOf(node)}`, '-N', '--raw'],
      {
        ...{ input: sql, encoding: 'utf8' },
      },
    )
    if (asked.status !== 0) throw new Error(asked.stderr)
    return asked.stdout.trim()
  }

  /** What each server of the application says of its transactions: how many, and how long together. */
  async transactions(): Promise<{ count: number; seconds: number }[]> {
    const texts = await Promise.all(
      this.said.servers.map((port) => fetch(`http://127.0.0.1:${port}/api/metrics`).then((reply) => reply.text())),
    )
    return texts.map((text) => {
      const of = (name: string) => Number(new RegExp(`^${name} (\\S+)$`, 'm').exec(text)![1])
      return { count: of('circle_transactions_total'), seconds: of('circle_transaction_seconds_total') }
    })
  }

  private socketOf(node: string): string {
    return servingOf(join(this.folder, node, 'mariadb'))!.socket!
  }

  /** Ends a part as a power cut would, and waits until another is in its place. */
  async kill(part: string): Promise<void> {
    const pid = this.said.parts[part]!
    process.kill(pid, 'SIGKILL')
    while (this.said.parts[part] === pid || this.said.parts[part] === null) await wait(100)
  }

  async stop(): Promise<string> {
    if (this.process.exitCode === null) {
      this.process.kill('SIGINT')
      await once(this.process, 'exit')
    }
    if (existsSync(this.folder)) rmSync(this.folder, { recursive: true, force: true })
    return this.words.join('')
  }
}
