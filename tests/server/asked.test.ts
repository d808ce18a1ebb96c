import { randomUUID } from 'node:crypto'
import { request } from 'node:http'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { root } from '../../bin/programs.mjs'
import { NOTES_AT_MOST } from '../../server/database/outcomes'
import { WRITES_A_MINUTE } from '../../server/session/writing'
import { HELPER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

/** What other pages, and programs that are no browser, may send. */
let world: World
let lead: Caller
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
})
afterAll(() => world.close())

const HOLIDAY = { name: 'Rest', firstOn: '2027-01-04', lastOn: '2027-01-05' }
/** By hand: `fetch` writes some of these headers itself. */
function send(
  method: string,
  path: string,
  headers: Record<string, string>,
  body = method === 'GET' ? '' : JSON.stringify(HOLIDAY),
): Promise<{ status: number; headers: Record<string, unknown>; text: string }> {
  return new Promise((resolve, reject) => {
    const asked = request(world.address + path, { method, headers: { cookie: lead.cookie, ...headers } }, (reply) => {
      let text = ''
      reply.setEncoding('utf8').on('data', (part) => (text += part))
      reply.on('end', () => resolve({ status: reply.statusCode!, headers: reply.headers, text }))
    })
    asked.on('error', reject)
    asked.end(body)
  })
}
const json = { 'content-type': 'application/json' }
const holidays = () => world.db('holidays').where({ name: HOLIDAY.name })

describe('what a page of somewhere else sends', () => {
  it.each([
    ['from another site', { ...json, 'sec-fetch-site': 'cross-site' }, 403],
    ['from another port of the same host', { ...json, 'sec-fetch-site': 'same-site' }, 403],
    ['from another origin, by a browser that says no more', { ...json, origin: 'http://127.0.0.1:1' }, 403],
    ['from a page of no origin', { ...json, origin: 'null' }, 403],
    ['as a form does', { 'content-type': 'application/x-www-form-urlencoded', 'sec-fetch-site': 'same-origin' }, 415],
    ['as text', { 'content-type': 'text/plain', 'sec-fetch-site': 'same-origin' }, 415],
    ['as nothing in particular', { 'sec-fetch-site': 'same-origin' }, 415],
    ['to a name that is not this server’s', { ...json, host: 'rebound.example' }, 421],
  ])('%s is not taken', async (_, headers, status) => {
    expect((await send('POST', '/api/holidays', headers)).status).toBe(status)
    expect(await holidays()).toEqual([])
  })
  it('does not sign anybody in or out', async () => {
    const headers = { ...json, 'sec-fetch-site': 'cross-site' }
    const body = JSON.stringify({ email: 'tomas@ferngate.example', password: 'unhurried-demo' })
    const reply = await send('POST', '/api/session', headers, body)
    expect([reply.status, reply.headers['set-cookie']]).toEqual([403, undefined])
    expect((await send('DELETE', '/api/session', headers, '')).status).toBe(403)
    expect((await lead.call('GET', '/api/circles')).status).toBe(200)
  })
  it('is not read by it either, save where somebody goes there', async () => {
    const from = (mode: string) =>
      send('GET', '/api/circles', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': mode })
    expect((await from('no-cors')).status).toBe(403)
    expect((await from('navigate')).status).toBe(200)
  })
})

describe('what the own pages send', () => {
  it.each([
    ['by fetch', { ...json, 'sec-fetch-site': 'same-origin' }],
    ['by an older browser', (address: string) => ({ ...json, origin: address })],
    ['by a program that is no browser', json],
  ])('%s is taken', async (_, headers) => {
    const sent = typeof headers === 'function' ? headers(world.address) : headers
    expect((await send('POST', '/api/holidays', sent)).status).toBe(200)
    await holidays().delete()
  })
})

describe('every answer', () => {
  const file = readdirSync(join(root, '.output/public/_nuxt')).find((name) => name.endsWith('.js'))!
  it.each([
    ['a page', '/people'],
    ['a file', `/_nuxt/${file}`],
    ['an answer', '/api/circles'],
    ['the worker of the browser', '/sw.js'],
  ])('%s has the headers that keep it in its place', async (_, path) => {
    const { headers } = await send('GET', path, {})
    const policy = String(headers['content-security-policy'])
    expect(policy).toContain("default-src 'self'")
    expect(policy).toContain("frame-ancestors 'none'")
    // No script of the page but by its hash, and none that is made of text.
    expect(/script-src ([^;]*)/.exec(policy)![1]).not.toMatch(
      /unsafe-inline|unsafe-eval'(?<!wasm-unsafe-eval')|https?:/,
    )
    expect(headers).toMatchObject({
      'x-content-type-options': 'nosniff',
      'x-frame-options': 'DENY',
      'referrer-policy': 'same-origin',
      'cross-origin-opener-policy': 'same-origin',
      'permissions-policy': expect.stringContaining('camera=(self), serial=(self), bluetooth=(self), microphone=()'),
    })
    expect(headers['x-powered-by']).toBeUndefined()
    if (path.startsWith('/api/')) expect(headers['cache-control']).toBe('no-store')
  })
  it('runs nothing where it is a refusal', async () => {
    const { headers } = await send('GET', '/api/nowhere', {})
    expect(headers['content-security-policy']).toContain("script-src 'none'")
    expect(headers).toMatchObject({
      'x-content-type-options': 'nosniff',
      'cache-control': expect.stringMatching(/no-store|no-cache/),
    })
  })
})

describe('somebody who writes without end', () => {
  const AT_ONCE = 500
  /** So many times one work, some at a time. */
  async function times<T>(count: number, work: () => Promise<T>): Promise<T[]> {
    const done: T[] = []
    while (done.length < count)
      done.push(...(await Promise.all(Array.from({ length: Math.min(50, count - done.length) }, work))))
    return done
  }
  it('fills no class: ten thousand notes are taken in, what is sent again too, and no more', async () => {
    const { meeting } = await nextMeeting(lead)
    const event = () => ({ id: randomUUID(), at: Date.now(), event: 'pause' })
    const some = () => Array.from({ length: AT_ONCE }, event)
    const say = async (events: object[]) => {
      const { status, body } = await lead.call('POST', `/api/meetings/${meeting.id}/messages`, {
        message: { kind: 'events', events },
      })
      return [status, body.data?.code ?? body.code]
    }
    const last = some()
    const stored = async () => (await world.db('class_events').where({ meeting_id: meeting.id })).length
    const before = await stored()
    for (let sent = before; sent + AT_ONCE < NOTES_AT_MOST; sent += AT_ONCE) expect((await say(some()))[0]).toBe(200)
    const room = NOTES_AT_MOST - (await stored())
    expect((await say(last.slice(0, room)))[0]).toBe(200)
    expect((await say(last.slice(0, room)))[0]).toBe(200)
    expect(await say([event()])).toEqual([409, 'too-much'])
    expect(await stored()).toBe(NOTES_AT_MOST)
  })
  it('waits from three thousand requests a minute on; others write, and everybody reads', async () => {
    const codes = await times(WRITES_A_MINUTE, () => send('POST', '/api/holidays', json, '{}'))
    expect(codes.every(({ status }) => status === 422 || status === 429)).toBe(true)
    const refused = await send('POST', '/api/holidays', json)
    expect(refused.status).toBe(429)
    expect(refused.text).toMatch(/Wait \d+ seconds? and try again/)
    expect(await holidays()).toEqual([])
    expect((await lead.call('GET', '/api/circles')).status).toBe(200)
    const helper = await world.signedIn(HELPER)
    const heard = await helper.call('GET', '/api/circles')
    expect(heard.status).toBe(200)
  })
})
