import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { PASSWORD } from '../demoData'
import { World } from '../world'

let world: World
beforeAll(async () => {
  world = await World.open({ demo: false })
})
afterAll(() => world.close())

const FIRST = { practice: 'Quiet Hall', name: 'Lena Test', email: 'Lena@Quiet.example', password: PASSWORD }

describe('the first start without the demo', () => {
  it('asks for a practice, and says at the field what is missing', async () => {
    expect((await world.caller().call('GET', '/api/setup')).body).toEqual({ needed: true })
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
  it('keeps passwords as salted scrypt hashes only', async () => {
    const [row] = await world.db('accounts').select('password_hash', 'email')
    expect(row.password_hash).toMatch(/^\$scrypt\$n=\d+,r=8,p=1\$/)
    expect(row.email).toBe('lena@quiet.example')
  })
  it('gives a cookie that scripts cannot read', async () => {
    const reply = await fetch(`${world.address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: FIRST.email, password: PASSWORD }),
    })
    expect(reply.headers.get('set-cookie')).toMatch(/HttpOnly/i)
    expect(reply.headers.get('set-cookie')).toMatch(/SameSite=Lax/i)
    expect(reply.headers.get('set-cookie')).not.toContain('lena')
  })
  it('ends with signing out', async () => {
    const caller = world.caller()
    await caller.call('POST', '/api/session', { email: FIRST.email, password: PASSWORD })
    await caller.call('DELETE', '/api/session')
    expect((await caller.call('GET', '/api/participants')).status).toBe(401)
  })
  it('says the same for a wrong password and an unknown address, and locks after ten tries', async () => {
    const tries = []
    for (let count = 0; count < 11; count += 1)
      tries.push(
        await world.caller().call('POST', '/api/session', { email: FIRST.email, password: 'not the password' }),
      )
    expect(tries[0]).toMatchObject({
      status: 422,
      body: { message: 'The e-mail address or the password is not right.' },
    })
    expect(tries.slice(0, 10).every((answer) => answer.status === 422)).toBe(true)
    expect(tries[10]!.status).toBe(429)
    expect((await world.caller().call('POST', '/api/session', { email: FIRST.email, password: PASSWORD })).status).toBe(
      429,
    )
    expect(
      await world.caller().call('POST', '/api/session', { email: 'nobody@quiet.example', password: 'x' }),
    ).toMatchObject({ status: 422, body: { message: tries[0]!.body.message } })
  })
})
