import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { PASSWORD } from '../demoData'
import { SETUP_CODE, World, type Caller } from '../world'

let world: World
beforeAll(async () => {
  world = await World.open({ demo: false })
})
afterAll(() => world.close())

const FIRST = {
  code: SETUP_CODE,
  practice: 'Quiet Hall',
  name: 'Lena Test',
  email: 'Lena@Quiet.example',
  password: PASSWORD,
}

describe('the first start without the demo', () => {
  it('asks for a practice, and says at the field what is missing', async () => {
    expect((await world.caller().call('GET', '/api/session')).body).toEqual({ account: null, needsSetup: true })
    const answer = await world
      .caller()
      .call('POST', '/api/setup', { ...FIRST, practice: ' ', password: 'short', email: 'nobody' })
    expect(answer.status).toBe(422)
    expect(answer.body.data.fields).toEqual({
      practice: 'The practice needs a name.',
      password: 'A password has 10 characters at least.',
      email: 'This is not an e-mail address.',
    })
  })
  it('makes it with its first lead, once, and signs in', async () => {
    // A dozen at the same moment: one makes it.
    const callers = Array.from({ length: 12 }, () => world.caller())
    const answers = await Promise.all(callers.map((one) => one.call('POST', '/api/setup', FIRST)))
    expect(answers.map((answer) => answer.status).toSorted()).toEqual([200, ...Array.from({ length: 11 }, () => 409)])
    expect(await world.db('practices')).toHaveLength(1)
    const at = answers.findIndex((answer) => answer.status === 200)
    const caller = callers[at]!
    expect(answers[at]!.body).toMatchObject({ role: 'lead', practiceName: 'Quiet Hall' })
    expect((await caller.call('GET', '/api/participants')).status).toBe(200)
    expect((await world.caller().call('POST', '/api/setup', { ...FIRST, email: 'other@quiet.example' })).status).toBe(
      409,
    )
  })
})

describe('signing in', () => {
  it('keeps passwords as salted Argon2id hashes only', async () => {
    const [row] = await world.db('accounts').select('password_hash', 'email')
    expect(row.password_hash).toMatch(/^\$argon2id\$v=19\$m=65536,t=3,p=4\$/)
    expect(row.email).toBe('lena@quiet.example')
  })
  it('gives a cookie that scripts cannot read', async () => {
    const reply = await fetch(`${world.address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: FIRST.email, password: PASSWORD }),
    })
    expect(reply.headers.get('set-cookie')).toMatch(/HttpOnly/i)
    expect(reply.headers.get('set-cookie')).toMatch(/SameSite=Strict/i)
    expect(reply.headers.get('set-cookie')).not.toContain('lena')
  })
  it('ends with signing out', async () => {
    const caller = world.caller()
    await caller.call('POST', '/api/session', { email: FIRST.email, password: PASSWORD })
    await caller.call('DELETE', '/api/session')
    expect((await caller.call('GET', '/api/participants')).status).toBe(401)
  })
})

describe('guessing passwords', () => {
  const WRONG = 'not the password'
  const ask = (caller: Caller, password = WRONG, email = FIRST.email) =>
    caller.call('POST', '/api/session', { email, password })
  /** A device that has signed in, and is signed out. */
  let known: Caller
  beforeAll(async () => {
    known = world.caller()
    expect((await ask(known, PASSWORD)).status).toBe(200)
    await known.call('DELETE', '/api/session')
  })
  /** Five wrong tries; the wait that the fourth brings lasts, however slow the machine is. */
  async function fiveTries(caller = () => world.caller()) {
    const tries = []
    for (let count = 0; count < 4; count += 1) tries.push(await ask(caller()))
    const waits = world.db('sign_in_tries').where('key', 'like', 'wait:%')
    expect(await waits.update({ expire: Date.now() + 60_000 })).toBe(1)
    return [...tries, await ask(caller())]
  }
  /** As if an hour had passed. */
  const later = () => world.db('sign_in_tries').delete()

  it('says the same for a wrong password and an unknown address', async () => {
    const [wrong, unknown] = [await ask(world.caller()), await ask(world.caller(), WRONG, 'nobody@quiet.example')]
    expect(wrong).toMatchObject({ status: 422, body: { message: 'The e-mail address or the password is not right.' } })
    expect(unknown).toMatchObject({ status: 422, body: { message: wrong.body.message } })
  })
  it('has to wait after some, longer each time, and says for how long', async () => {
    await later()
    const tries = await fiveTries()
    expect(tries.map(({ status }) => status)).toEqual([422, 422, 422, 422, 429])
    expect(tries[4]!.body.message).toMatch(/^Too many tries\. Wait \d+ seconds? and try again\.$/)
    expect((await ask(world.caller(), PASSWORD)).status).toBe(429)
  })
  it('is let through again once that time is over, and not a second before', async () => {
    await later()
    const [, , , , waits] = await fiveTries()
    const seconds = Number(/Wait (\d+) second/.exec(waits!.body.message)![1])
    const shorter = (by: number) =>
      world
        .db('sign_in_tries')
        .where('key', 'like', 'wait:%')
        .update({ expire: world.db.raw('expire - ?', [by * 1000]) })
    await world
      .db('sign_in_tries')
      .where('key', 'like', 'wait:%')
      .update({ expire: Date.now() + (seconds + 5) * 1000 })
    expect((await ask(world.caller(), PASSWORD)).status).toBe(429)
    await shorter(seconds + 6)
    expect((await ask(world.caller(), PASSWORD)).status).toBe(200)
  })
  it('reaches an account ten times at most, of a hundred at once, however its address is written', async () => {
    await later()
    const spelled = ['lena', 'LENA', ' lena', '\uff4c\uff45\uff4e\uff41'].map((name) => `${name}@quiet.example`)
    const tries = await Promise.all(
      Array.from({ length: 120 }, (_, at) => ask(world.caller(), WRONG, spelled[at % spelled.length])),
    )
    const answers = tries.map(({ status }) => status)
    // Of those that were counted some are asked to come again, where too many have a password looked at.
    expect(answers.every((status) => [422, 429, 503].includes(status))).toBe(true)
    expect(answers.filter((status) => status !== 429)).toHaveLength(10)
  })
  it.each(['l\u00e9na', 'l\u0119na', 'len\u00e4', '\u0131ena'])(
    'does not find it where it is spelled otherwise: %s',
    async (name) => {
      await later()
      expect((await ask(world.caller(), PASSWORD, `${name}@quiet.example`)).status).toBe(422)
    },
  )
  it('reaches no more than sixty accounts from one address in an hour', async () => {
    await later()
    const tries = []
    for (let count = 0; count < 64; count += 1)
      tries.push((await ask(world.caller(), WRONG, `somebody${count}@quiet.example`)).status)
    expect([tries.filter((status) => status === 422).length, tries.slice(60)]).toEqual([60, [429, 429, 429, 429]])
  })
  it('keeps nobody from their own tablet meanwhile', async () => {
    await later()
    const strangers = Promise.all(Array.from({ length: 60 }, () => ask(world.caller())))
    expect((await ask(known, PASSWORD)).status).toBe(200)
    await strangers
    expect((await ask(known, PASSWORD)).status).toBe(200)
    // A stranger is still kept out, whatever the owner does.
    expect((await ask(world.caller(), PASSWORD)).status).toBe(429)
  })
  it('is counted on a tablet as well, by itself', async () => {
    await later()
    const tries = (await fiveTries(() => known)).map(({ status }) => status)
    expect(tries).toEqual([422, 422, 422, 422, 429])
    expect((await ask(world.caller(), PASSWORD)).status).toBe(200)
  })
  it('is not forgotten by a restart', async () => {
    await later()
    await Promise.all(Array.from({ length: 12 }, () => ask(world.caller())))
    await world.crash()
    await world.startServer()
    expect((await ask(world.caller(), PASSWORD)).status).toBe(429)
  })
  it('leaves no address and no account behind in what is counted', async () => {
    const kept = JSON.stringify(await world.db('sign_in_tries'))
    const [{ id }] = await world.db('accounts').select('id')
    expect(kept).toMatch(/account:[0-9a-f]{64}/)
    expect([kept.includes('quiet.example'), kept.includes(id), kept.includes('127.0.0.1')]).toEqual([
      false,
      false,
      false,
    ])
  })
})
