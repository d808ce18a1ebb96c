import { spawn, spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { addMinutes, format } from 'date-fns'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { backupsIn, backupsOf } from '../../bin/backups.mjs'
import { Instance, stopDatabase } from '../../bin/database.mjs'
import { freePort } from '../../bin/ports.mjs'
import { root } from '../../bin/programs.mjs'
import { endLeftBehind } from '../../bin/server.mjs'
import { randomFrom } from '../../core/random'
import { connect, databaseFromEnvironment } from '../../server/database/connection'
import { starter } from '../starting'
import { isLong } from './long'

/**
 * The whole installation under its start command, killed again and again: the server, the database, both, the start
 * command itself; some while a backup is written, while the database is brought up to date, or while a backup is
 * restored. Two screens note and one edits a plan meanwhile. What was answered is stored, once; it is up again by
 * itself.
 */
const KILLS = isLong ? 200 : 6
/** Of so many kills one is of a start that brings the database up to date, and one of a restore. */
const ONCE_IN = isLong ? 20 : 6
/** How long each of these takes here, about; seconds. */
const TAKES = { upToDate: 5, restore: 8 }
const folder = mkdtempSync(join(tmpdir(), 'circle-drill-'))
const random = randomFrom('kept')
let port = 0
let run: ReturnType<ReturnType<typeof starter>>
let isOver = false
/** While a backup is restored nothing is started. */
let held = Promise.resolve()
let kept: Promise<void>
let address = ''

/** As the unit that ships does: what was killed is started again after a second. */
async function keepStarted(): Promise<void> {
  for (;;) {
    run = starter(folder)(['--port', String(port)], 'Ctrl-C ends it.')
    const code = await run.ended
    if (!isOver && code) console.log(`The start command ended with ${code}:\n${run.said().slice(-1500)}`)
    if (!isOver) await wait(1000)
    await held
    if (isOver) return
  }
}
const isUp = () =>
  fetch(`${address}/api/session`, { signal: AbortSignal.timeout(1000) }).then(
    (reply) => reply.ok,
    () => false,
  )
async function upAgain(): Promise<number> {
  const from = Date.now()
  while (!(await isUp())) {
    if (Date.now() - from > 200_000) throw new Error(`It did not come up again. It said:\n${run.said().slice(-3000)}`)
    await wait(50)
  }
  return Date.now() - from
}

beforeAll(async () => {
  port = await freePort()
  address = `http://127.0.0.1:${port}`
  kept = keepStarted()
  await upAgain()
  await run.heard
}, 300_000)
afterAll(async () => {
  isOver = true
  run.child.kill('SIGTERM')
  await kept
  // Where the last kill was of the start command, nobody is left who ends these.
  await endLeftBehind(folder)
  await stopDatabase(folder)
  await stopDatabase(join(folder, 'restoring'))
  rmSync(folder, { recursive: true, force: true })
}, 120_000)

/** Somebody at a tablet: what is not answered is sent again, as the tablet does. */
class Screen {
  readonly said: string[] = []
  cookie = ''
  private async asked(method: string, path: string, body?: object): Promise<{ status: number; body: any }> {
    for (;;) {
      try {
        const reply = await fetch(address + path, {
          method,
          body: body && JSON.stringify(body),
          headers: { cookie: this.cookie, 'content-type': 'application/json' },
          signal: AbortSignal.timeout(5000),
        })
        const set = reply.headers.get('set-cookie')
        if (set) this.cookie = set.split(';')[0]!
        if (reply.status < 500) return { status: reply.status, body: await reply.json() }
      } catch {
        // No answer: once more.
      }
      await wait(100)
    }
  }
  /** After a restore nobody is signed in: who was signs in again. */
  async call(method: string, path: string, body?: object): Promise<{ status: number; body: any }> {
    for (;;) {
      const answer = await this.asked(method, path, body)
      if (answer.status !== 401) return answer
      await this.signIn()
    }
  }
  async signIn(): Promise<void> {
    const words = readFileSync(join(folder, 'demo-sign-in.txt'), 'utf8')
    const [, email, password] = /Demo sign-in: +(\S+@\S+) +(\S+)/.exec(words)!
    expect((await this.asked('POST', '/api/session', { email, password })).status).toBe(200)
  }
}

/** One of the programs beside the start command, over the same data. */
function backupProgram(...words: string[]) {
  const child = spawn(process.execPath, [join(root, 'bin/backup.mjs'), ...words], {
    env: { ...process.env, CIRCLE_DATA: folder },
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => (said += chunk.toString()))
  return { child, ended: once(child, 'exit'), said: () => said }
}

/** Kills the start command, and waits for the one that is begun in its place. @returns when it was killed, in ms */
async function killedStart(): Promise<number> {
  const [killed, at] = [run, Date.now()]
  killed.child.kill('SIGKILL')
  await killed.ended
  while (run === killed) await wait(20)
  return at
}

/** The start is killed, and so is the next one, somewhere on its way through a step that it has to do again. */
async function killedUpToDate(): Promise<number> {
  new Instance(folder).ask('delete from circle.knex_migrations order by id desc limit 1')
  await killedStart()
  await wait(random.next() * TAKES.upToDate * 1000)
  return killedStart()
}

/** All is ended, the newest backup is restored to this minute, and that is killed on its way, or just after it. */
async function killedRestore(): Promise<{ isOver: boolean; at: number }> {
  const backup = backupProgram('backup')
  expect(await backup.ended, backup.said()).toEqual([0, null])
  let release = () => {}
  held = new Promise((resolve) => (release = resolve))
  run.child.kill('SIGTERM')
  await run.ended
  // A minute that everything until now was before, on this machine's clock.
  const until = format(addMinutes(new Date(), 1), 'yyyy-MM-dd HH:mm')
  const restore = backupProgram('restore', join(backupsOf(folder), backupsIn(backupsOf(folder))[0]!), '--until', until)
  const code = await Promise.race([restore.ended, wait(random.next() * TAKES.restore * 1000)])
  restore.child.kill('SIGKILL')
  await restore.ended
  if (code) expect(code, restore.said()).toEqual([0, null])
  const at = Date.now()
  release()
  return { isOver: code !== undefined, at }
}

describe('an installation that is killed again and again', () => {
  it('loses nothing that was answered, doubles nothing, and is up again by itself', async () => {
    const [one, two, editor] = [new Screen(), new Screen(), new Screen()]
    for (const screen of [one, two, editor]) await screen.signIn()
    const { body: meetings } = await one.call('GET', '/api/meetings')
    const view = (await one.call('GET', `/api/meetings/${meetings[0].id}`)).body
    const path = `/api/meetings/${view.meeting.id}`
    let going = true
    const notes = async (screen: Screen) => {
      while (going) {
        const outcome = {
          ...{ id: randomUUID(), at: Date.now(), blockId: 'drill', participant: view.people[2].id, movement: 'bridge' },
          ...{ tier: 'chair', side: 'both', variation: 'bridge.chair.2', level: 2, done: 'done', target: 8 },
          ...{ achieved: 8, unit: 'repetitions' },
        }
        const message = { kind: 'outcomes', outcomes: [outcome] }
        expect((await screen.call('POST', `${path}/messages`, { message })).status).toBe(200)
        screen.said.push(outcome.id)
      }
    }
    let version = view.meeting.planVersion
    const edits = async () => {
      while (going) {
        const edit = { edit: 'setTitle', title: `Title ${editor.said.length}` }
        const { status, body } = await editor.call('PUT', `${path}/plan`, { version, edits: [edit] })
        // Stored though the answer was lost: told as somebody else's version, and one goes on from it.
        if (status === 200) editor.said.push(edit.title)
        version = status === 200 ? body.version : (await editor.call('GET', path)).body.meeting.planVersion
      }
    }
    const working = [notes(one), notes(two), edits()]
    const times: number[] = []
    const started = async () => {
      // Between two starts there is none for a moment.
      while (!existsSync(join(folder, 'started.json'))) await wait(50)
      return JSON.parse(readFileSync(join(folder, 'started.json'), 'utf8'))
    }
    // A start that was killed is only over with once its next one is there.
    const settled = async () => {
      while (run.child.exitCode !== null || run.child.signalCode !== null) await wait(50)
      await run.heard
    }
    const wholeSince = async (from: number) => {
      await settled()
      await upAgain()
      return Date.now() - from
    }
    let backing: ReturnType<typeof backupProgram> | null = null
    const changesMs: number[] = []
    let restores = 0
    for (let kill = 0; kill < KILLS; kill += 1) {
      await wait(400 + random.next() * (isLong ? 1500 : 800))
      const targets = {
        server: async () => [(await started()).server],
        database: async () => [Number(readFileSync(join(folder, 'mariadb.pid'), 'utf8'))],
        start: async () => [run.child.pid!],
      }
      const which = [
        targets.server,
        targets.database,
        async () => [...(await targets.server()), ...(await targets.database())],
        targets.start,
      ]
      if (kill % ONCE_IN === 1) {
        changesMs.push(await wholeSince(await killedUpToDate()))
        continue
      }
      if (kill % ONCE_IN === 5) {
        await backing?.ended
        const restored = await killedRestore()
        restores += Number(restored.isOver)
        changesMs.push(await wholeSince(restored.at))
        continue
      }
      if (kill % 5 === 4) backing = backupProgram('backup')
      for (const pid of await which[kill % which.length]!()) spawnSync('kill', ['-9', String(pid)])
      await wait(20)
      times.push(await upAgain())
      if (kill % which.length === 3) await settled()
    }
    going = false
    await Promise.all(working)
    const { port: at, user, password } = JSON.parse(readFileSync(join(folder, 'database.json'), 'utf8'))
    const db = connect({ ...databaseFromEnvironment({}), port: at, user, password, name: 'circle' })
    const stored = (await db('outcomes').whereRaw("json_value(event, '$.blockId') = 'drill'").select('id')).map(
      (row) => row.id,
    )
    const versions = (
      await db('plan_versions').where({ meeting_id: view.meeting.id }).orderBy('version').select('version')
    ).map((row) => row.version)
    await db.destroy()
    const said = [...one.said, ...two.said]
    const lost = said.filter((id) => !stored.includes(id))
    console.log(
      `${KILLS} kills; ${said.length} notes answered, ${stored.length} stored, ${lost.length} lost, ` +
        `${stored.length - new Set(stored).size} doubled; ` +
        `${editor.said.length} edits, ${versions.length} versions; ` +
        `up again after ${Math.max(...times)} ms at most; killed ${changesMs.length} times while it was brought up ` +
        `to date or restored (${restores} of these were over), then up after ${Math.max(...changesMs)} ms at most`,
    )
    expect(lost).toEqual([])
    expect(new Set(stored).size).toBe(stored.length)
    expect(stored.length).toBe(said.length)
    expect(versions).toEqual(versions.map((_, index) => versions[0]! + index))
  })
})
