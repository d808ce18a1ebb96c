import { subDays, subHours, subMinutes } from 'date-fns'
import { TOTP } from 'otpauth'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import { HELPER, LEAD, PASSWORD } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

const OTHER_PASSWORD = 'kettle moss ladder'

let world: World
let lead: Caller
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
})
afterAll(() => world.close())
afterEach(() => world.db('sign_in_tries').delete())

const statusOf = async (caller: Caller) => (await caller.call('GET', '/api/circles')).status
const accountIdOf = async (email: string) => (await world.db('accounts').where({ email }).first('id')).id
/** Somebody new, so that what is done to them is nobody else's. */
async function newcomer(role: 'lead' | 'helper', name: string): Promise<{ id: string; email: string; caller: Caller }> {
  const email = `${name.toLowerCase()}@ferngate.example`
  const { body } = await lead.call('POST', '/api/accounts', { name, email, role, password: PASSWORD })
  return { id: body.id, email, caller: await world.signedIn(email) }
}
const signIn = (caller: Caller, body: object) => caller.call('POST', '/api/session', body)

describe('a session', () => {
  it('is over on the server once it is signed out: what the browser carried opens nothing', async () => {
    const caller = await world.signedIn()
    const { cookie } = caller
    await caller.call('DELETE', '/api/session')
    caller.cookie = cookie
    expect(await statusOf(caller)).toBe(401)
    expect((await caller.call('GET', '/api/session')).body).toEqual({ account: null, needsSetup: false })
  })
  it('is another one after each sign-in; that of before is over', async () => {
    const caller = await world.signedIn()
    const before = caller.cookie
    await signIn(caller, { email: LEAD, password: PASSWORD })
    expect(caller.cookie).not.toBe(before)
    expect(await statusOf(caller)).toBe(200)
    caller.cookie = before
    expect(await statusOf(caller)).toBe(401)
  })
  it('is nothing that a stranger is given', async () => {
    for (const path of ['/', '/api/session', '/api/circles', '/sign-in']) {
      const reply = await fetch(world.address + path)
      expect(reply.headers.getSetCookie()).toEqual([])
    }
  })
  it('is stored as a hash, and its account has the name and the role', async () => {
    const { id, caller } = await newcomer('helper', 'Ottilie')
    expect(JSON.stringify(await world.db('sessions'))).not.toContain(/circle=([^;]+)/.exec(caller.cookie)![1])
    await world.db('accounts').where({ id }).update({ name: 'Ottilie Sand', role: 'lead' })
    expect((await caller.call('GET', '/api/session')).body.account).toMatchObject({
      name: 'Ottilie Sand',
      role: 'lead',
    })
    expect((await caller.call('GET', '/api/accounts')).status).toBe(200)
  })
  it.each([
    ['another role', (id: string) => lead.call('PUT', `/api/accounts/${id}`, { name: 'Somebody', role: 'lead' })],
    [
      'a password that a lead has set',
      (id: string) => lead.call('PUT', `/api/accounts/${id}/password`, { password: OTHER_PASSWORD }),
    ],
    ['signing them out everywhere', (id: string) => lead.call('DELETE', `/api/accounts/${id}/sessions`)],
    ['taking the account away', (id: string) => lead.call('DELETE', `/api/accounts/${id}`)],
  ])('is over with the next request, and its line within a second, after %s', async (what, end) => {
    const { id, caller } = await newcomer('helper', `Of${what.replace(/\W/g, '')}`)
    const { meeting } = await nextMeeting(lead)
    const line = await fetch(`${world.address}/api/meetings/${meeting.id}/stream?since=0`, {
      headers: { cookie: caller.cookie },
    })
    const reader = line.body!.getReader()
    await reader.read()
    expect((await end(id)).status).toBe(200)
    expect(await statusOf(caller)).toBe(401)
    const isClosed = (async () => {
      for (;;) if ((await reader.read()).done) return true
    })()
    expect(await Promise.race([isClosed, new Promise((resolve) => setTimeout(resolve, 5000, false))])).toBe(true)
  })
  it('of everywhere else is over once the password is changed; the browser that asked stays', async () => {
    const { email, caller } = await newcomer('lead', 'Pella')
    const elsewhere = await world.signedIn(email)
    const before = caller.cookie
    const change = (oldPassword: string) =>
      caller.call('PUT', '/api/account/password', { oldPassword, password: OTHER_PASSWORD })
    expect((await change('not the password')).body.data.fields).toEqual({ oldPassword: 'This is not your password.' })
    expect(await statusOf(elsewhere)).toBe(200)
    expect((await change(PASSWORD)).status).toBe(200)
    expect([await statusOf(caller), await statusOf(elsewhere), caller.cookie === before]).toEqual([200, 401, false])
    expect((await signIn(world.caller(), { email, password: PASSWORD })).status).toBe(422)
    expect((await signIn(world.caller(), { email, password: OTHER_PASSWORD })).status).toBe(200)
  })
  it('is seen in a list and ended from it, the own ones only', async () => {
    const { email, caller } = await newcomer('lead', 'Quirin')
    const elsewhere = await world.signedIn(email)
    const { sessions } = (await caller.call('GET', '/api/account')).body
    expect(sessions.map((one: any) => one.isThis).toSorted()).toEqual([false, true])
    const other = sessions.find((one: any) => !one.isThis)
    expect((await lead.call('DELETE', `/api/account/sessions/${other.id}`)).status).toBe(404)
    expect(await statusOf(elsewhere)).toBe(200)
    expect((await caller.call('DELETE', `/api/account/sessions/${other.id}`)).status).toBe(200)
    expect([await statusOf(elsewhere), await statusOf(caller)]).toEqual([401, 200])
  })
  it.each([
    ['of a helper after an hour without a request', HELPER, { seen_at: subMinutes(new Date(), 61) }, 401],
    ['of a helper not before', HELPER, { seen_at: subMinutes(new Date(), 58) }, 200],
    ['of a helper after twelve hours', HELPER, { made_at: subHours(new Date(), 12) }, 401],
    ['of a lead not after a week', LEAD, { seen_at: subDays(new Date(), 7) }, 200],
    ['of a lead after eight days', LEAD, { seen_at: subDays(new Date(), 8) }, 401],
    ['of a lead after thirty days', LEAD, { made_at: subDays(new Date(), 30) }, 401],
  ])('ends by itself, %s', async (_, email, row, status) => {
    const caller = await world.signedIn(email)
    const id = (await caller.call('GET', '/api/account')).body.sessions.find((one: any) => one.isThis).id
    await world.db('sessions').where({ id }).update(row)
    expect(await statusOf(caller)).toBe(status)
    expect(await world.db('sessions').where({ id })).toHaveLength(status === 200 ? 1 : 0)
  })
  it('goes on while a class does and two hours after, whatever its age', async () => {
    const { meeting } = await nextMeeting(lead)
    const caller = await world.signedIn(HELPER)
    const { id } = (await caller.call('GET', '/api/account')).body.sessions.find((one: any) => one.isThis)
    const classBegan = (minutesAgo: number) =>
      world
        .db('meetings')
        .where({ id: meeting.id })
        .update({ starts_at: subMinutes(new Date(), minutesAgo) })
    const old = { seen_at: subMinutes(new Date(), 100), made_at: subHours(new Date(), 15) }
    // Seen a hundred minutes ago: over after an hour, forty minutes ago, while the class was on.
    await classBegan(60)
    await world
      .db('sessions')
      .where({ id })
      .update({ ...old, made_at: subHours(new Date(), 3) })
    expect(await statusOf(caller)).toBe(200)
    // One whose class ended more than two hours ago is over.
    await world
      .db('sessions')
      .where({ id })
      .update({ ...old, made_at: subHours(new Date(), 3) })
    await classBegan(180 + meeting.plan.minutes)
    expect(await statusOf(caller)).toBe(401)
    await world
      .db('meetings')
      .where({ id: meeting.id })
      .update({ starts_at: new Date(meeting.startsAt) })
  })
})

describe('accounts', () => {
  it('keep a lead, also where two take each other’s lead away in the same moment', async () => {
    const [practice] = await world.db('practices').where({ name: 'Elsewhere' }).select('id')
    const stranger = await world.signedIn('someone@elsewhere.example')
    const [own] = await world.db('accounts').where({ practice_id: practice.id, role: 'lead' }).select('id')
    const refused = await stranger.call('DELETE', `/api/accounts/${own.id}`)
    expect(refused).toMatchObject({ status: 409, body: { message: expect.stringContaining('only lead') } })
    const { body: second } = await stranger.call('POST', '/api/accounts', {
      ...{ name: 'Second', email: 'second@elsewhere.example', role: 'lead', password: PASSWORD },
    })
    const other = await world.signedIn('second@elsewhere.example')
    const answers = await Promise.all([
      stranger.call('DELETE', `/api/accounts/${second.id}`),
      other.call('PUT', `/api/accounts/${own.id}`, { name: 'No lead', role: 'helper' }),
    ])
    // Whoever comes second is no lead any more, or is the last one.
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(1)
    const leads = await world.db('accounts').where({ practice_id: practice.id, role: 'lead', removed_at: null })
    expect(leads).toHaveLength(1)
  })
  it('that are gone leave their name beside what they did, and their address to others', async () => {
    const { id, email, caller } = await newcomer('lead', 'Rosa')
    const [person] = (await nextMeeting(lead)).people
    expect((await caller.call('GET', `/api/participants/${person.id}`)).status).toBe(200)
    expect((await lead.call('DELETE', `/api/accounts/${id}`)).status).toBe(200)
    expect((await signIn(world.caller(), { email, password: PASSWORD })).status).toBe(422)
    const names = (await lead.call('GET', '/api/accounts')).body.map((one: any) => one.name)
    expect(names).not.toContain('Rosa')
    const [looked] = (await lead.call('GET', '/api/health-log')).body
    expect(looked).toMatchObject({ who: 'Rosa', did: 'looked at the person', participant: person.id })
    const did = (await lead.call('GET', '/api/access-log')).body.filter((one: any) => one.who === 'Rosa')
    expect(did.map((one: any) => one.did)).toContain('signed in')
    expect(
      (await lead.call('POST', '/api/accounts', { name: 'Rosa B', email, role: 'helper', password: PASSWORD })).status,
    ).toBe(200)
  })
  it('are added once, of twenty at the same moment, and the others are told why', async () => {
    const fields = { name: 'Twenty', email: 'twenty@ferngate.example', role: 'helper', password: PASSWORD }
    const answers = await Promise.all(Array.from({ length: 20 }, () => lead.call('POST', '/api/accounts', fields)))
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, ...Array.from({ length: 19 }, () => 422)])
  })
  it('take no password that anybody tries first', async () => {
    const fields = { name: 'Ursel Sand', email: 'ursel@ferngate.example', role: 'helper' }
    for (const password of ['password12', 'ursel-sand-2026', 'FerngateMovement'])
      expect((await lead.call('POST', '/api/accounts', { ...fields, password })).body.data.fields.password).toContain(
        'tried first',
      )
  })
  it('whose hash is of an earlier kind get one of today when they sign in', async () => {
    const { id, email } = await newcomer('helper', 'Valentin')
    const old = await new Hash(new Scrypt({})).make(PASSWORD)
    await world.db('accounts').where({ id }).update({ password_hash: old })
    expect((await signIn(world.caller(), { email, password: 'not the password' })).status).toBe(422)
    expect((await signIn(world.caller(), { email, password: PASSWORD })).status).toBe(200)
    const { password_hash: made } = await world.db('accounts').where({ id }).first('password_hash')
    expect(made).toMatch(/^\$argon2id\$/)
    expect((await signIn(world.caller(), { email, password: PASSWORD })).status).toBe(200)
  })
})

describe('a recovery code', () => {
  it('sets a new password, once, and ends what was signed in', async () => {
    const { email, caller } = await newcomer('lead', 'Wanda')
    const { codes } = (await caller.call('POST', '/api/account/recovery-codes', { password: PASSWORD })).body
    expect(codes).toHaveLength(8)
    expect(new Set(codes).size).toBe(8)
    const recover = (recoveryCode: string, from = world.caller()) =>
      from.call('POST', '/api/session/recovery', { email, recoveryCode, password: OTHER_PASSWORD })
    expect((await recover('aaaaa-bbbbb-ccccc-ddddd')).body.data.fields.recoveryCode).toContain('no recovery code')
    // What is wrong with a password is said to who has a code, and uses none up.
    const weak = { email, password: 'wanda.ferngate' }
    const weakly = async (recoveryCode: string) =>
      (await world.caller().call('POST', '/api/session/recovery', { ...weak, recoveryCode })).body.data.fields
    expect(Object.keys(await weakly('aaaaa'))).toEqual(['recoveryCode'])
    expect(Object.keys(await weakly(codes[0]))).toEqual(['password'])
    // Typed as people type; of several at the same moment one gets in.
    const typed = ` ${codes[0].toUpperCase().replaceAll('-', ' ')} `
    const answers = await Promise.all(Array.from({ length: 6 }, () => recover(typed)))
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 422, 422, 422, 422, 422])
    expect(await statusOf(caller)).toBe(401)
    expect((await signIn(world.caller(), { email, password: OTHER_PASSWORD })).status).toBe(200)
    expect(JSON.stringify(await world.db('recovery_codes'))).not.toContain(codes[1].replaceAll('-', ''))
  })
  it('lets somebody in while a stranger keeps their account locked, on a device that was never here', async () => {
    const { email, caller } = await newcomer('lead', 'Xaver')
    const { codes } = (await caller.call('POST', '/api/account/recovery-codes', { password: PASSWORD })).body
    for (let count = 0; count < 12; count += 1) await signIn(world.caller(), { email, password: 'not the password' })
    expect((await signIn(world.caller(), { email, password: PASSWORD })).status).toBe(429)
    const back = world.caller()
    const body = { email, recoveryCode: codes[3], password: OTHER_PASSWORD }
    expect((await back.call('POST', '/api/session/recovery', body)).status).toBe(200)
    expect(await statusOf(back)).toBe(200)
  })
  it('is tried sixty times an hour from one address, whatever the account', async () => {
    const tries = []
    for (let count = 0; count < 62; count += 1) {
      const body = { email: `somebody${count}@ferngate.example`, recoveryCode: 'aaaaa', password: OTHER_PASSWORD }
      tries.push((await world.caller().call('POST', '/api/session/recovery', body)).status)
    }
    expect([tries.filter((status) => status === 422).length, tries.slice(60)]).toEqual([60, [429, 429]])
  })
})

describe('one-time codes', () => {
  const begin = async (caller: Caller) =>
    new TOTP({ secret: (await caller.call('POST', '/api/account/second-factor', { password: PASSWORD })).body.secret })
  const step = 30_000

  it('are asked for once the authenticator gave one, each is taken once, and the secret is sealed', async () => {
    const { id, email, caller } = await newcomer('lead', 'Yrsa')
    const totp = await begin(caller)
    const now = Date.now()
    // Begun is not set up: the password alone still does.
    expect((await signIn(world.caller(), { email, password: PASSWORD })).status).toBe(200)
    const confirm = (code: string) => caller.call('PUT', '/api/account/second-factor', { code })
    expect((await confirm('000000')).body.data.fields.code).toContain('not the code')
    const confirmed = await confirm(totp.generate({ timestamp: now - step }))
    expect([confirmed.status, confirmed.body.codes.length]).toEqual([200, 8])
    const row = await world.db('second_factors').where({ account_id: id }).first('secret')
    expect(row.secret).not.toContain(totp.secret.base32)

    const enter = (code?: string) => signIn(world.caller(), { email, password: PASSWORD, code })
    expect((await enter()).body).toMatchObject({ data: { code: 'code-needed' } })
    expect((await enter('12345')).body.data.fields.code).toBe('A code has six digits.')
    const code = totp.generate({ timestamp: now })
    const answers = await Promise.all([enter(code), enter(code)])
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 422])
    // Neither the same once more, nor one from before it.
    expect((await enter(totp.generate({ timestamp: now - step }))).status).toBe(422)
    expect((await enter(totp.generate({ timestamp: now + step }))).status).toBe(200)
  })
  it('are no way round a wrong password, and are guessed no oftener than one', async () => {
    const { email, caller } = await newcomer('lead', 'Zeno')
    const totp = await begin(caller)
    await caller.call('PUT', '/api/account/second-factor', { code: totp.generate() })
    await world.db('sign_in_tries').delete()
    const code = totp.generate({ timestamp: Date.now() + step })
    const wrong = await signIn(world.caller(), { email, password: 'not the password', code })
    expect(wrong.body.data.code).toBe('wrong-sign-in')
    const tries = []
    for (let count = 0; count < 6; count += 1)
      tries.push((await signIn(world.caller(), { email, password: PASSWORD, code: '000000' })).status)
    expect(tries).toEqual([422, 422, 422, 429, 429, 429])
  })
  it('are given up with the password, and by a recovery code', async () => {
    const { email, caller } = await newcomer('lead', 'Anselm')
    const totp = await begin(caller)
    const { codes } = (await caller.call('PUT', '/api/account/second-factor', { code: totp.generate() })).body
    const end = (password: string) => caller.call('DELETE', '/api/account/second-factor', { password })
    expect((await end('not the password')).status).toBe(422)
    const body = { email, recoveryCode: codes[0], password: OTHER_PASSWORD }
    expect((await world.caller().call('POST', '/api/session/recovery', body)).status).toBe(200)
    expect((await signIn(world.caller(), { email, password: OTHER_PASSWORD })).status).toBe(200)
  })
})

describe('the log of access', () => {
  it('has who signed in and who tried to, a page at a time, and no password', async () => {
    await signIn(world.caller(), { email: HELPER, password: 'a-wrong-password' })
    const entries = (await lead.call('GET', '/api/access-log')).body
    expect(entries[0]).toMatchObject({ did: 'gave a wrong password', who: 'Tomas Brill', from: '127.0.0.1' })
    expect(JSON.stringify(await world.db('access_log'))).not.toContain('a-wrong-password')
    const practice = (
      await world
        .db('accounts')
        .where({ id: await accountIdOf(LEAD) })
        .first('practice_id')
    ).practice_id
    await world
      .db('access_log')
      .insert(Array.from({ length: 150 }, () => ({ practice_id: practice, did: 'signed in', at: new Date() })))
    const page = (await lead.call('GET', '/api/access-log')).body
    const next = (await lead.call('GET', `/api/access-log?before=${page.at(-1).id}`)).body
    expect([page.length, next.length]).toEqual([100, 100])
    expect(next[0].id).toBeLessThan(page.at(-1).id)
    expect(next.some((entry: any) => entry.did === 'gave a wrong password')).toBe(true)
  })
  it('is not filled by who guesses: a wait is noted once in a while', async () => {
    const { id, email } = await newcomer('helper', 'Berta')
    for (let count = 0; count < 9; count += 1) await signIn(world.caller(), { email, password: 'not the password' })
    const noted = await world.db('access_log').where({ account_id: id }).orderBy('id').pluck('did')
    expect(noted).toEqual([
      'signed in',
      ...Array.from({ length: 4 }, () => 'gave a wrong password'),
      'was made to wait',
    ])
  })
  it('of one practice is none of another’s', async () => {
    const stranger = await world
      .signedIn('someone@elsewhere.example')
      .catch(() => world.signedIn('second@elsewhere.example'))
    const text = JSON.stringify((await stranger.call('GET', '/api/access-log')).body)
    expect(text).not.toContain('Tomas')
    expect(text).not.toContain('ferngate')
  })
})
