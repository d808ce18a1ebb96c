import { randomUUID } from 'node:crypto'
import { closeSync, mkdtempSync, openSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { faultsIn } from '../cluster/linear'
import { Met, note, Screen } from '../cluster/traffic'
import { LEAD, PASSWORD } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

/** Two servers on one database: what is said, ended or tried at one holds at the other. */
type Another = Awaited<ReturnType<World['startAnother']>>
const folder = mkdtempSync(join(tmpdir(), 'circle-several-'))
let world: World
let one: Another
let two: Another
let log: number
let lead: Caller
let meeting: string
let people: string[]
beforeAll(async () => {
  world = await World.open()
  log = openSync(join(folder, 'two.log'), 'w')
  one = await world.startAnother()
  two = await world.startAnother({ NUXT_LOGS: 'json', NUXT_METRICS_TOKEN: 'whoever-watches' }, log)
  lead = await world.signedIn(LEAD, one)
  const view = await nextMeeting(lead)
  meeting = view.meeting.id
  people = view.people.map(({ id }: any) => id)
})
afterAll(async () => {
  await Promise.all([one?.stop(), two?.stop()])
  closeSync(log)
  rmSync(folder, { recursive: true, force: true })
  await world.close()
})

/** Somebody at either server with what a browser carries from the other. */
function carrying(from: Caller, at: { address: string }): Caller {
  const caller = world.caller(at)
  caller.cookie = from.cookie
  return caller
}
/** Whether a line to a running class still stands. */
async function lineAt(at: Another, caller: Caller): Promise<{ isOpen: () => boolean }> {
  const reply = await fetch(`${at.address}/api/meetings/${meeting}/stream?since=0`, {
    headers: { cookie: caller.cookie },
  })
  expect(reply.status).toBe(200)
  let isOpen = true
  void (async () => {
    for await (const _ of reply.body as unknown as AsyncIterable<Uint8Array>);
  })()
    .catch(() => undefined)
    .finally(() => (isOpen = false))
  return { isOpen: () => isOpen }
}

describe('two servers on one database', () => {
  it('hear the same in the same order, whoever said it where', async () => {
    const met = new Met()
    const held = { meeting, people, practice: '', email: LEAD }
    const screens = [one, two].map((at, which) => new Screen(at.address, lead.cookie, meeting, `at ${which}`, met))
    await expect.poll(() => screens.every(({ parts }) => parts.length > 0)).toBe(true)
    await Promise.all(
      [one, two, one, two].map(async (at) => {
        for (let time = 0; time < 25; time += 1) await note(at.address, lead.cookie, held, met)
      }),
    )
    const rows = await world.db('outcomes').where({ meeting_id: meeting }).where('sequence', '>', 0)
    const stored = rows.map(({ id, sequence }) => ({ id, meeting, sequence: Number(sequence) }))
    expect(stored).toHaveLength(100)
    const last = Math.max(...stored.map(({ sequence }) => sequence))
    await expect.poll(() => screens.map(({ parts }) => parts.at(-1)!.upTo)).toEqual([last, last])
    await Promise.all(screens.map((screen) => screen.end()))
    expect(faultsIn(met.sent, screens, stored)).toEqual([])
  })
  it('let a screen go on at the other from where it was at the one', async () => {
    const { sequence } = (await lead.call('GET', `/api/meetings/${meeting}`)).body
    const id = randomUUID()
    const pressed = { id, at: Date.now(), event: 'stretch', step: 0, seconds: 15 }
    await lead.say(meeting, { kind: 'events', events: [pressed] })
    const reply = await fetch(`${two.address}/api/meetings/${meeting}/stream?since=0`, {
      headers: { cookie: lead.cookie, 'last-event-id': String(sequence) },
    })
    const { value } = await reply.body!.getReader().read()
    const said = JSON.parse(/data: (.*)/.exec(Buffer.from(value!).toString())![1]!)
    expect(said).toMatchObject({ from: sequence, upTo: sequence + 1, messages: [{ events: [{ id }] }] })
  })
  it('end a line at the other where its session ends at the one', async () => {
    const other = await world.signedIn(LEAD, one)
    const [ended, stays] = [await lineAt(two, other), await lineAt(two, lead)]
    await other.call('DELETE', '/api/session')
    await expect.poll(ended.isOpen, { timeout: 5000 }).toBe(false)
    expect(stays.isOpen()).toBe(true)
    expect((await carrying(other, two).call('GET', '/api/venues')).status).toBe(401)
  })
  it('end a screen at the other where its code is ended at the one', async () => {
    const passes = `/api/meetings/${meeting}/screen-passes`
    const { code, pass } = (await lead.call('POST', passes, { withNames: false, participant: null })).body
    const screen = world.caller(two)
    expect((await screen.call('POST', '/api/screen', { code })).status).toBe(200)
    const reply = await fetch(`${two.address}/api/screen/stream`, { headers: { cookie: screen.cookie } })
    let isOpen = true
    void (async () => {
      for await (const _ of reply.body as unknown as AsyncIterable<Uint8Array>);
    })()
      .catch(() => undefined)
      .finally(() => (isOpen = false))
    await lead.call('DELETE', `${passes}/${pass.id}`)
    await expect.poll(() => isOpen, { timeout: 5000 }).toBe(false)
  })
  it('count tries at signing in together', async () => {
    const wrong = (at: Another) =>
      world.caller(at).call('POST', '/api/session', { email: 'nobody@ferngate.example', password: `${PASSWORD}x` })
    const statuses: number[] = []
    for (let tries = 0; tries < 14; tries += 1) statuses.push((await wrong(tries % 2 === 0 ? one : two)).status)
    expect(statuses.filter((status) => status !== 429).length).toBeLessThanOrEqual(10)
    expect((await wrong(one)).status).toBe(429)
    expect((await wrong(two)).status).toBe(429)
  })
})

describe('whoever watches servers', () => {
  it('reads how one fares with its token alone, and of nobody by name', async () => {
    const ask = (authorization?: string) =>
      fetch(`${two.address}/api/metrics`, { headers: authorization === undefined ? {} : { authorization } })
    expect((await ask()).status).toBe(403)
    expect((await ask('Bearer whoever-watche')).status).toBe(403)
    const reply = await ask('Bearer whoever-watches')
    const text = await reply.text()
    expect([reply.status, reply.headers.get('content-type')]).toEqual([200, expect.stringContaining('text/plain')])
    for (const name of [
      'circle_request_seconds_bucket',
      'circle_streams',
      'circle_database_lines',
      'nodejs_eventloop_lag',
    ])
      expect(text).toContain(name)
    expect(text).toContain('route="/api/meetings/:id/messages"')
    // Prometheus' text format 0.0.4, as its documents give it, from memory: empty, a comment, or a name, labels and a
    // number.
    for (const line of text.trimEnd().split('\n'))
      expect(line).toMatch(/^(|# (HELP|TYPE) .*|[a-z_:][a-z0-9_:]*(\{[^}]*\})? (-?[0-9.e+-]+|NaN|[+-]Inf))$/i)
    expect(text).not.toMatch(/[0-9a-f]{8}-[0-9a-f]{4}-/)
  })
  it('reads it without one only from the machine itself, through no proxy', async () => {
    const ask = (headers: Record<string, string>) => fetch(`${one.address}/api/metrics`, { headers })
    expect((await ask({})).status).toBe(200)
    expect((await ask({ 'x-forwarded-for': '127.0.0.1' })).status).toBe(403)
  })
  it('reads a line of the log for each request, with its route, and no address, name or id of anybody', async () => {
    const at = carrying(lead, two)
    const person = (await at.call('GET', `/api/participants/${people[0]}`)).body
    await at.call('GET', '/api/participants/none')
    const lines = () =>
      readFileSync(join(folder, 'two.log'), 'utf8')
        .trim()
        .split('\n')
        // What serves it says once where it listens, in words.
        .filter((line) => !line.startsWith('Listening'))
        .map((line) => JSON.parse(line))
    await expect.poll(() => lines().some(({ status }) => status === 404)).toBe(true)
    const [asked] = lines().filter(({ route }) => route === '/api/participants/:id')
    expect(asked).toMatchObject({ level: 'info', said: 'answered', method: 'GET', status: 200, ms: expect.any(Number) })
    const text = readFileSync(join(folder, 'two.log'), 'utf8')
    for (const secret of [person.name, people[0]!, meeting, LEAD, 'ferngate']) expect(text).not.toContain(secret)
  })
})
