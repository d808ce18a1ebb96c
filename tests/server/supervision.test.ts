import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Instance, startDatabase } from '../../bin/database.mjs'
import { freshSocket, leaveSocket } from '../../bin/databaseSocket.mjs'
import { freePort } from '../../bin/ports.mjs'
import { cannotWrite } from '../../bin/files.mjs'
import { starter } from '../starting'

/** What the start command does with everything that ends, or was left behind, without anybody at the keyboard. */
const folder = mkdtempSync(join(tmpdir(), 'circle-kept-'))
const start = starter(folder)
const READY = 'Ctrl-C ends it.'
let port = 0
let run: ReturnType<typeof start>
beforeAll(async () => {
  port = await freePort()
  run = start(['--empty', '--port', String(port)], READY)
  await run.heard
})
afterAll(async () => {
  run.child.kill('SIGTERM')
  await run.ended
  rmSync(folder, { recursive: true, force: true })
})
const needed = () =>
  fetch(`http://127.0.0.1:${port}/api/session`).then(
    (reply) => reply.json(),
    () => null,
  )
const serverPid = () => JSON.parse(readFileSync(join(folder, 'started.json'), 'utf8')).server
const databasePid = () => Number(readFileSync(join(folder, 'mariadb.pid'), 'utf8'))
const UP_AGAIN = { timeout: 20_000, interval: 100 }

describe('what ends unexpectedly', () => {
  it('is started again with why: the database', async () => {
    process.kill(databasePid(), 'SIGKILL')
    await run.hears('The database runs again.')
    expect(run.said()).toContain('The database ended: it was killed, or the machine ran out of memory.')
    await expect.poll(needed, UP_AGAIN).toEqual({ account: null, needsSetup: true })
  })
  it('is started again with why: the server', async () => {
    process.kill(serverPid(), 'SIGKILL')
    await run.hears('The server runs again.')
    await expect.poll(needed, UP_AGAIN).toEqual({ account: null, needsSetup: true })
  })
  it('is started again: both at once', async () => {
    const before = [serverPid(), databasePid()]
    before.forEach((pid) => process.kill(pid, 'SIGKILL'))
    await expect.poll(() => serverPid() !== before[0] && databasePid() !== before[1], UP_AGAIN).toBe(true)
    await expect.poll(needed, UP_AGAIN).toEqual({ account: null, needsSetup: true })
  })
})

describe('where the database listens', () => {
  it('is in a folder of its owner alone, and nowhere that another user of the machine could be first', () => {
    const { socket } = new Instance(folder)
    expect(statSync(socket).isSocket()).toBe(true)
    expect(dirname(socket)).toBe(folder)
    expect(statSync(folder).mode & 0o077).toBe(0)
  })
  it('is so where a project lies deeper than the path of a socket may be long', () => {
    const deep = join(folder, 'a'.repeat(60), 'b'.repeat(60))
    const [one, another] = [freshSocket(deep), freshSocket(deep)]
    for (const socket of [one, another]) {
      expect(Buffer.byteLength(socket)).toBeLessThanOrEqual(107)
      expect(statSync(dirname(socket)).mode & 0o777).toBe(0o700)
      leaveSocket(socket)
      expect(existsSync(dirname(socket))).toBe(false)
    }
    expect(one).not.toBe(another)
  })
})

describe('what an earlier start left behind', () => {
  it('is ended or taken over by the next one, over damaged settings and an empty session key too', async () => {
    const [server, database] = [serverPid(), databasePid()]
    run.child.kill('SIGKILL')
    await run.ended
    // Both serve on, unwatched.
    expect(await needed()).toEqual({ account: null, needsSetup: true })
    truncateSync(join(folder, 'access-key'))
    run = start(['--empty', '--port', String(port)], READY)
    await run.heard
    expect(run.said()).toContain(`A server of an earlier start is still running (process ${server}): ending it.`)
    expect(run.said()).toContain('The database is still running from an earlier start: using it.')
    expect(run.said()).toContain('access-key was damaged: a new key is made')
    expect(databasePid()).toBe(database)
    expect(await needed()).toEqual({ account: null, needsSetup: true })
    process.kill(databasePid(), 'SIGKILL')
    await run.hears('The database runs again.')
    await expect.poll(needed, UP_AGAIN).toEqual({ account: null, needsSetup: true })
  })
  it('is set aside where it was cut short, and made anew', async () => {
    run.child.kill('SIGTERM')
    expect(await run.ended).toBe(0)
    expect(run.said()).toContain('Stopped. Nothing is lost.')
    writeFileSync(join(folder, 'started.json'), '{"pid":')
    truncateSync(join(folder, 'database.json'), 10)
    run = start(['--empty', '--port', String(port)], READY)
    await run.heard
    expect(run.said()).toContain('database.json was damaged: it is set aside')
    expect(await needed()).toEqual({ account: null, needsSetup: true })
  })
  it('is copied before it is brought up to date, and put back where that fails', async () => {
    const whole = async (sql: string) => {
      const database = await startDatabase(folder)
      const asked = database.ask(sql)
      await database.stop()
      expect([asked.status, asked.stderr]).toEqual([0, ''])
      return asked.stdout
    }
    run.child.kill('SIGTERM')
    await run.ended
    await whole(`delete from circle.knex_migrations where name >= '012'; alter table circle.home_ticks drop column how;
      rename table circle.home_ticks to circle.elsewhere`)
    const failing = start(['--empty', '--port', String(port)])
    expect(await failing.ended).toBe(1)
    expect(failing.said()).toMatch(/The database is to be brought up to date \(012\S+.*\): copying it first/)
    expect(failing.said()).toContain('It was put back as it was before')
    expect(failing.said()).not.toContain('Stopped. Nothing is lost.')
    expect(
      await whole(`select count(*) from circle.elsewhere; rename table circle.elsewhere to circle.home_ticks`),
    ).toContain('0')
    run = start(['--empty', '--port', String(port)], READY)
    await run.heard
    expect(run.said()).toMatch(/Database brought up to date \(012/)
    expect(await needed()).toEqual({ account: null, needsSetup: true })
  })
  it('is refused at a time before this version was built', async () => {
    const past = ['--import', 'data:text/javascript,Date.now=()=>Date.UTC(2000,0,1)']
    const other = mkdtempSync(join(tmpdir(), 'circle-past-'))
    const early = starter(other)(['--empty', '--port', String(await freePort())], undefined, past)
    expect(await early.ended).toBe(1)
    expect(early.said()).toContain('which is before this version was built.')
    rmSync(other, { recursive: true, force: true })
  })
  it('says what to do where the folder cannot be written', () => {
    const said = (code: string) => (cannotWrite('/x', Object.assign(new Error(code), { code })) as Error).message
    expect(said('EROFS')).toContain('the folder is read-only for this account')
    expect(said('ENOSPC')).toContain('the disk is full. Make room, then start again')
  })
})
