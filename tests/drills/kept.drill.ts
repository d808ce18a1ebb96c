import { spawn, spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { stopDatabase } from '../../bin/database.mjs'
import { freePort } from '../../bin/ports.mjs'
import { root } from '../../bin/programs.mjs'
import { endLeftBehind } from '../../bin/server.mjs'
import { randomFrom } from '../../core/random'
import { connect, databaseFromEnvironment } from '../../server/database/connection'
import { starter } from '../starting'
import { isLong } from './long'

/**
 * The whole installation under its start command, killed again and again: the server, the database, both, the start
 * command itself, some while a backup is written. Two screens note and one edits a plan meanwhile. What was answered is
 * stored, once; it is up again by itself.
 */
const KILLS = isLong ? 200 : 4
const folder = mkdtempSync(join(tmpdir(), 'circle-drill-'))
const random = randomFrom('kept')
let port = 0
let run: ReturnType<ReturnType<typeof starter>>
let isOver = false
let kept: Promise<void>
let address = ''

/** As the unit that ships does: what was killed is started again after a second. */
async function keepStarted(): Promise<void> {
  for (;;) {
    run = starter(folder)(['--port', String(port)], 'Ctrl-C ends it.')
    const code = await run.ended
    if (!isOver && code !== null) console.log(`The start command ended with ${code}:\n${run.said().slice(-1500)}`)
    if (!isOver) await wait(1000)
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
  rmSync(folder, { recursive: true, force: true })
}, 120_000)

/** Somebody at a tablet: what is not answered is sent again, as the tablet does. */
class Screen {
  readonly said: string[] = []
  cookie = ''
  async call(method: string, path: string, body?: object): Promise<{ status: number; body: any }> {
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
  async signIn(): Promise<void> {
    const words = readFileSync(join(folder, 'demo-sign-in.txt'), 'utf8')
    const [, email, password] = /Demo sign-in: +(\S+@\S+) +(\S+)/.exec(words)!
    expect((await this.call('POST', '/api/session', { email, password })).status).toBe(200)
  }
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
      if (kill % 5 === 4)
        spawn(process.execPath, [join(root, 'bin/backup.mjs'), 'backup'], {
          env: { ...process.env, CIRCLE_DATA: folder },
        })
      for (const pid of await which[kill % which.length]!()) spawnSync('kill', ['-9', String(pid)])
      await wait(20)
      times.push(await upAgain())
      // A start that was killed is only over with once its next one is there.
      if (kill % which.length === 3) {
        while (run.child.exitCode !== null || run.child.signalCode !== null) await wait(50)
        await run.heard
      }
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
      `${KILLS} kills; ${said.length} notes answered, ${stored.length} stored, ${lost.length} lost, ${stored.length - new Set(stored).size} doubled; ${editor.said.length} edits, ${versions.length} versions; up again after ${Math.max(...times)} ms at most`,
    )
    expect(lost).toEqual([])
    expect(new Set(stored).size).toBe(stored.length)
    expect(stored.length).toBe(said.length)
    expect(versions).toEqual(versions.map((_, index) => versions[0]! + index))
  })
})
