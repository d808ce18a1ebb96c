import { randomInt } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LEAD, PASSWORD } from '../demoData'
import { World, type Caller } from '../world'
import { isLong } from './long'

/**
 * Wrong passwords by the thousand, from many addresses at once, under every spelling of one address and sprayed over
 * others: how many of them reach the password of one account, and who gets in meanwhile.
 */
const GUESSES = isLong ? 10_000 : 300
const AT_ONCE = 50

let world: World
let known: Caller
let codes: string[]
beforeAll(async () => {
  // Addresses are made up by a proxy that is believed: otherwise the limit of one address would be all that is tried.
  process.env.NUXT_PROXIES = '127.0.0.1'
  world = await World.open()
  delete process.env.NUXT_PROXIES
  known = await world.signedIn()
  codes = (await known.call('POST', '/api/account/recovery-codes', { password: PASSWORD })).body.codes
})
afterAll(() => world.close())

const SPELLINGS = [LEAD, LEAD.toUpperCase(), ` ${LEAD}`, LEAD.replace('m', 'ｍ'), LEAD.replace('a', 'á')]

async function guess(at: number): Promise<number> {
  const [user, host] = LEAD.split('@')
  const sprayed = `${user}${at}@${host}`
  const reply = await fetch(`${world.address}/api/session`, {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      'x-forwarded-for': `203.0.${randomInt(256)}.${randomInt(256)}`,
    },
    body: JSON.stringify({ email: at % 4 === 3 ? sprayed : SPELLINGS[at % SPELLINGS.length], password: `guess ${at}` }),
  })
  await reply.arrayBuffer()
  return reply.status
}

describe('guessing at one account', () => {
  it('reaches its password ten times an hour, and keeps neither its own tablet nor a printed code out', async () => {
    const began = Date.now()
    const counts = new Map<number, number>()
    let next = 0
    const guessing = Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (next < GUESSES) {
          const status = await guess((next += 1))
          counts.set(status, (counts.get(status) ?? 0) + 1)
        }
      }),
    )
    const times: number[] = []
    while (next < GUESSES) {
      const asked = Date.now()
      const answer = await known.call('POST', '/api/session', { email: LEAD, password: PASSWORD })
      expect(answer.status).toBe(200)
      times.push(Date.now() - asked)
    }
    await guessing
    const { id } = await world.db('accounts').where({ email: LEAD }).first('id')
    const reached = await world.db('access_log').where({ account_id: id, did: 'gave a wrong password' })
    console.log(
      `${GUESSES} guesses in ${((Date.now() - began) / 1000).toFixed(0)} s, answered ` +
        `${JSON.stringify(Object.fromEntries(counts))}: ${reached.length} reached the password; ` +
        `its own tablet signed in ${times.length} times meanwhile, in ${Math.max(...times)} ms at most`,
    )
    expect(reached.length).toBeLessThanOrEqual(10)
    expect(counts.get(200)).toBeUndefined()
    expect([...counts.keys()].filter((status) => status >= 500 && status !== 503)).toEqual([])

    const stranger = world.caller()
    expect((await stranger.call('POST', '/api/session', { email: LEAD, password: PASSWORD })).status).toBe(429)
    const recovery = { email: LEAD, recoveryCode: codes[0], password: 'kettle moss ladder' }
    expect((await stranger.call('POST', '/api/session/recovery', recovery)).status).toBe(200)
    expect((await stranger.call('GET', '/api/circles')).status).toBe(200)
  })
})
