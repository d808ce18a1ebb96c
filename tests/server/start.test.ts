import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer, type Server } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { freePort } from '../../bin/ports.mjs'
import { starter } from '../starting'

const folder = mkdtempSync(join(tmpdir(), 'circle-start-'))
const start = starter(folder)

let blocker: Server
let blocked: number
beforeAll(async () => {
  blocker = createServer()
  await new Promise<void>((resolve) => blocker.listen(0, '127.0.0.1', resolve))
  blocked = (blocker.address() as { port: number }).port
})
afterAll(() => {
  blocker.close()
  rmSync(folder, { recursive: true, force: true })
})

describe('the start command', () => {
  it('says the way out when the port is used', async () => {
    const run = start(['--port', String(blocked)])
    expect(await run.ended).toBe(1)
    expect(run.said()).toContain(
      `Port ${blocked} is used by another program. Choose another one:  npm start -- --port ${blocked + 1}`,
    )
  })
  it('says the way out when an option is not one', async () => {
    const run = start(['--prot', '3211'])
    expect(await run.ended).toBe(1)
    expect(run.said()).toContain('The options are --share, --share-demo, --empty and --port NUMBER')
  })
  it('starts empty, ends cleanly, starts again, and over a database that was killed', async () => {
    const port = await freePort()
    const first = start(['--empty', '--port', String(port)], 'Ctrl-C ends it.')
    await first.heard
    expect(await (await fetch(`http://127.0.0.1:${port}/api/session`)).json()).toEqual({
      account: null,
      needsSetup: true,
    })
    expect(first.said()).toMatch(/Code to set it up with: +[a-z2-9]{4}-[a-z2-9]{4}-[a-z2-9]{4}\n/)
    first.child.kill('SIGINT')
    expect(await first.ended).toBe(0)
    expect(first.said()).toContain('Stopped. Nothing is lost.')

    const second = start(['--empty', '--port', String(port)], 'Ctrl-C ends it.')
    await second.heard
    const third = start(['--port', String(port)])
    expect(await third.ended).toBe(1)
    expect(third.said()).toContain('is running here already')
    const databasePid = Number(readFileSync(join(folder, 'mariadb.pid'), 'utf8'))
    process.kill(databasePid, 'SIGKILL')
    second.child.kill('SIGINT')
    await second.ended

    const fourth = start(['--port', String(port)], 'Ctrl-C ends it.')
    await fourth.heard
    expect(fourth.said()).toContain('Demo scenario put in')
    expect(fourth.said()).toMatch(/Demo sign-in: +\S+@\S+ +[a-z2-9]{4}(-[a-z2-9]{4}){3}\n/)
    expect(fourth.said()).not.toContain('Code to set it up with')
    fourth.child.kill('SIGTERM')
    expect(await fourth.ended).toBe(0)
  }, 180_000)
  it('serves a network with a certificate of its own', async () => {
    const port = await freePort()
    const run = start(['--share-demo', '--port', String(port)], 'Ctrl-C ends it.')
    await run.heard
    expect(run.said()).toContain(`https://127.0.0.1:${port}`)
    const { get } = await import('node:https')
    const status = await new Promise((resolve, reject) =>
      get({ host: '127.0.0.1', port, path: '/api/participants', rejectUnauthorized: false }, (reply) =>
        resolve(reply.statusCode),
      ).on('error', reject),
    )
    expect(status).toBe(401)
    run.child.kill('SIGINT')
    await run.ended
  }, 120_000)
  it('gives the sign-ins of the made-up circle to no network unless it is told to', async () => {
    // An earlier test has put the demo in.
    const refused = start(['--share', '--port', String(await freePort())])
    expect(await refused.ended).toBe(1)
    expect(refused.said()).toContain('The sign-ins of the made-up circle are still here (marit@ferngate.example')
    const told = start(['--share-demo', '--port', String(await freePort())], 'Ctrl-C ends it.')
    await told.heard
    told.child.kill('SIGINT')
    expect(await told.ended).toBe(0)
  }, 120_000)
  it('keeps everything where a reset was not meant', async () => {
    const reset = start(['--reset-demo'])
    expect(await reset.ended).toBe(1)
    expect(reset.said()).toContain('This removes everything that is stored here, 11 people')
  })
})
