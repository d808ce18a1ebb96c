import { execFile, spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { root } from '../../bin/programs.mjs'
import { archiveLines, restoreBeside } from '../../server/database/archive'
import { MIGRATION_NAMES } from '../../server/database/migrate'
import { addLoads, loadsSince } from '../../server/database/practiceLoads'
import { practiceLines, removeHalfDone, setLimits, setState } from '../../server/database/practices'
import { OF_INSTALLATION, TABLES } from '../../server/database/tables'
import { hashOf } from '../../server/session/password'
import { putIn } from '../cluster/town'
import { LEAD, PASSWORD, STRANGER } from '../demoData'
import { manyYears } from '../manyYears'
import { nextMeeting, World, type Caller } from '../world'

/** Several practices in one installation: each comes, goes and is limited by itself, and none is seen half. */
const folder = mkdtempSync(join(tmpdir(), 'circle-operator-'))
let world: World
let lead: Caller
let own: string
let passwordHash: string
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  own = (await lead.call('GET', '/api/session')).body.account.practiceId
  passwordHash = await hashOf(PASSWORD)
})
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await world.close()
})

const SMALL = { years: 1 / 52, circles: 1 }
const lines = (email: string) => [...manyYears({ ...SMALL, email }, passwordHash)]
const putInLines = (all: readonly string[]) => restoreBeside(world.db, Readable.from(all), MIGRATION_NAMES)
/** How many rows each practice has, in all tables together. */
async function rowsOf(practice: string): Promise<number> {
  const counts = await Promise.all(
    TABLES.filter((table) => table !== 'practices').map((table) =>
      world.db(table).where({ practice_id: practice }).count({ rows: '*' }).first(),
    ),
  )
  return counts.reduce((sum, row) => sum + Number(row?.rows), 0)
}

describe('a practice that comes beside others', () => {
  it('is whole then, signs in, and nothing of the others has changed', async () => {
    const before = await rowsOf(own)
    const levels = () => world.db('levels').where({ practice_id: own }).orderByRaw('1,2,3,4,5')
    const levelsBefore = await levels()
    const { practiceId, rows } = await putIn(world.db, { ...SMALL, email: 'new@town.example' }, passwordHash)
    expect(await rowsOf(practiceId)).toBe(Object.values(rows).reduce((sum, count = 0) => sum + count, 0) - 1)
    const theirs = await world.signedIn('new@town.example')
    expect((await theirs.call('GET', '/api/participants')).body).toHaveLength(12)
    // The archive is of before levels were moved: its own were, and nobody else's.
    expect(await levels()).toEqual(levelsBefore)
    expect(await rowsOf(own)).toBe(before)
  })
  it('is seen by nobody until all of it is there', async () => {
    const all = lines('half@town.example')
    let seen: { status: number; listed: string | undefined } | null = null
    async function* halfway() {
      for (const [at, line] of all.entries()) {
        if (at === all.length - 1) {
          const answer = await world
            .caller()
            .call('POST', '/api/session', { email: 'half@town.example', password: PASSWORD })
          const line = (await practiceLines(world.db)).find(({ state }) => state !== 'open')
          seen = { status: answer.status, listed: line?.state }
        }
        yield line
      }
    }
    await restoreBeside(world.db, Readable.from(halfway()), MIGRATION_NAMES)
    expect(seen).toEqual({ status: 422, listed: 'arriving' })
    await world.signedIn('half@town.example')
  })
  const gone = async (all: readonly string[], words: string) => {
    const before = (await practiceLines(world.db)).map(({ id }) => id)
    await expect(putInLines(all)).rejects.toThrow(words)
    expect((await practiceLines(world.db)).map(({ id }) => id)).toEqual(before)
    const { practice } = JSON.parse(all[0]!)
    if (!before.includes(practice)) expect(await rowsOf(practice)).toBe(0)
  }
  it('leaves nothing behind where somebody of it signs in here already', () =>
    gone(lines(STRANGER), 'An account in it has the e-mail address of one that is here already.'))
  it('leaves nothing behind where it names something of another practice', async () => {
    const { id } = await world.db('venues').where({ practice_id: own }).first('id')
    const stolen = lines('thief@town.example').map((line) => {
      const { table, row } = JSON.parse(line)
      return table === 'circles' ? `${JSON.stringify({ table, row: { ...row, venue_id: id } })}\n` : line
    })
    await gone(stolen, 'In “circles” a venue is named that is not in the archive.')
  })
  it('leaves what is here as it is where it is here already', async () => {
    const all: string[] = []
    for await (const line of archiveLines({ db: world.db, practiceId: own })) all.push(line)
    const before = await rowsOf(own)
    await gone(all, 'Something in it is here already, under the same id.')
    expect(await rowsOf(own)).toBe(before)
    await world.signedIn()
  })
  it('is taken away by the next who looks, where it was cut short and nobody goes on', async () => {
    const id = randomUUID()
    const at = new Date(Date.now() - 3_600_000)
    await world.db('practices').insert({ id, name: 'Cut short', state: 'arriving', state_at: at })
    await world.db('venues').insert({
      id: randomUUID(),
      practice_id: id,
      name: 'Hall',
      address: '',
      emergency_plan: '',
      defibrillator: '',
      room_length_m: 8,
      room_width_m: 8,
      cupboard: '{}',
    })
    // One that still comes stays.
    const still = randomUUID()
    await world.db('practices').insert({ id: still, name: 'Coming', state: 'arriving', state_at: new Date() })
    expect(await removeHalfDone(world.db)).toBe(1)
    expect(await world.db('practices').whereIn('id', [id, still]).pluck('id')).toEqual([still])
    await world.db('practices').where({ id: still }).delete()
  })
})

describe('a practice that is closed', () => {
  it('lets nobody in, ends who is in, and is whole when it is opened again', async () => {
    const { practiceId } = await putIn(world.db, { ...SMALL, email: 'closed@town.example' }, passwordHash)
    const theirs = await world.signedIn('closed@town.example')
    await setState(world.db, practiceId, 'closed')
    expect((await theirs.call('GET', '/api/participants')).status).toBe(401)
    const again = { email: 'closed@town.example', password: PASSWORD }
    expect((await world.caller().call('POST', '/api/session', again)).status).toBe(422)
    expect(await removeHalfDone(world.db)).toBe(0)
    await setState(world.db, practiceId, 'open')
    expect((await theirs.call('GET', '/api/participants')).body).toHaveLength(12)
  })
})

describe('what a practice may have', () => {
  const refused = { status: 409, body: { data: { code: 'practice-full' } } }
  it('ends at its people, by hand and from a file, and says so', async () => {
    const people = (await lead.call('GET', '/api/participants')).body
    await setLimits(world.db, own, { people: people.length + 1 })
    const person = { name: 'One More', birthYear: 1950, homeTier: 'chair' }
    const add = (name: string) => lead.call('POST', '/api/participants', { ...fieldsOf(people[0]), ...person, name })
    expect((await add('One More')).status).toBe(200)
    const over = await add('One Too Many')
    expect(over).toMatchObject(refused)
    expect(over.body.message).toBe(
      `This practice may have ${people.length + 1} people, and has them. ` +
        'Whoever runs this installation can allow more.',
    )
    await setLimits(world.db, own, { people: null })
    expect((await add('One Too Many')).status).toBe(200)
  })
  it('ends at its meetings', async () => {
    const { meeting } = await nextMeeting(lead)
    const count = Number((await world.db('meetings').where({ practice_id: own }).count({ rows: '*' }).first())!.rows)
    await setLimits(world.db, own, { meetings: count })
    const one = { circleId: meeting.circleId, startsAt: '2027-03-01T09:00:00.000Z' }
    expect(await lead.call('POST', '/api/meetings', one)).toMatchObject(refused)
    await setLimits(world.db, own, { meetings: null })
  })
  it('ends at its requests of a minute, and no other practice feels it', async () => {
    await setLimits(world.db, own, { requests: 3 })
    const statuses: number[] = []
    for (let tries = 0; tries < 30 && !statuses.includes(429); tries += 1)
      statuses.push(
        (await lead.call('GET', '/api/session-probe-that-is-not-there')).status,
        (await lead.call('GET', '/api/venues')).status,
      )
    expect(statuses).toContain(429)
    expect((await (await world.signedIn(STRANGER)).call('GET', '/api/venues')).status).toBe(200)
    await setLimits(world.db, own, { requests: null })
    expect((await lead.call('GET', '/api/venues')).status).toBe(200)
  })
})

describe('the load of practices', () => {
  it('adds up over servers and hours', async () => {
    const hour = new Date('2026-11-30T10:00:00.000Z')
    const load = { requests: 3, writes: 1, refused: 0, failed: 1, busyMs: 12.4 }
    for (let server = 0; server < 2; server += 1) await addLoads(world.db, hour, new Map([[own, load]]))
    await addLoads(world.db, new Date('2026-11-30T11:00:00.000Z'), new Map([[own, load]]))
    const since = await loadsSince(world.db, hour)
    expect(since.get(own)).toEqual({ requests: 9, writes: 3, refused: 0, failed: 3, busyMs: 36 })
  })
})

describe('whoever runs the installation', () => {
  const way = () => ({
    ...({ cwd: root, encoding: 'utf8' } as const),
    env: { ...process.env, CIRCLE_OWNER_URL: world.ownersUrl() },
  })
  const operate = (...args: string[]) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, ['bin/practice.mjs', ...args], way())
    return { status, said: `${stdout}${stderr}` }
  }
  const operateBeside = (...args: string[]) =>
    new Promise<string>((resolve) =>
      execFile(process.execPath, ['bin/practice.mjs', ...args], way(), (_, out, err) => resolve(out + err)),
    )
  it('makes a practice whose lead signs in with the password that is printed', async () => {
    const made = operate('add', '--name', 'Bridge House', '--lead', 'Nora Vale', '--email', 'nora@bridge.example')
    expect(made.status).toBe(0)
    const password = /signs in with {2}(\S+)/.exec(made.said)![1]!
    const answer = await world.caller().call('POST', '/api/session', { email: 'nora@bridge.example', password })
    expect(answer).toMatchObject({ status: 200, body: { practiceName: 'Bridge House', role: 'lead' } })
    const again = operate('add', '--name', 'Twice', '--lead', 'N', '--email', 'nora@bridge.example')
    expect(again).toMatchObject({ status: 1, said: expect.stringContaining('signs in to a practice here already') })
  })
  it('makes one of those that are asked for with one address at the same moment, and says it to the others', async () => {
    const said = await Promise.all(
      ['Mill House', 'Mill Yard', 'Mill Lane'].map((name) =>
        operateBeside('add', '--name', name, '--lead', 'Ada Wells', '--email', 'ada@mill.example'),
      ),
    )
    expect(said.filter((words) => words.includes('signs in with'))).toHaveLength(1)
    expect(said.filter((words) => words.includes('signs in to a practice here already'))).toHaveLength(2)
    expect(await world.db('accounts').where({ email: 'ada@mill.example' })).toHaveLength(1)
  })
  it('sees how much there is and how it fares, and nobody', async () => {
    const said = operate('list').said + operate('load').said
    expect(said).toContain('Ferngate Movement')
    for (const { name } of await world.db('participants').select('name')) expect(said).not.toContain(name)
    for (const { name, email } of await world.db('accounts').select('name', 'email')) {
      expect(said).not.toContain(name)
      expect(said).not.toContain(email)
    }
  })
  it('sets limits, closes and opens', async () => {
    expect(operate('limits', own, '--people', '80', '--requests', 'none').said).toMatch(/\d+ of 80/)
    expect(operate('limits', own, '--people', 'many')).toMatchObject({ status: 1 })
    operate('limits', own, '--people', 'none')
    expect(operate('close', own).said).toMatch(/closed/)
    expect((await lead.call('GET', '/api/venues')).status).toBe(401)
    operate('open', own)
    expect((await lead.call('GET', '/api/venues')).status).toBe(200)
  })
  it('takes a practice out, removes it, and puts it in again as it was', async () => {
    const { practiceId } = await putIn(world.db, { ...SMALL, email: 'away@town.example' }, passwordHash)
    const before = await rowsOf(practiceId)
    const file = join(folder, 'away.gz')
    expect(operate('archive', practiceId, '--file', file).status).toBe(0)
    expect(operate('remove', practiceId)).toMatchObject({ status: 1, said: expect.stringContaining('--yes') })
    expect(operate('remove', practiceId, '--yes').status).toBe(0)
    expect(await rowsOf(practiceId)).toBe(0)
    for (const table of OF_INSTALLATION.filter((one) => ['home_links', 'screen_passes', 'access_log'].includes(one)))
      expect(await world.db(table).where({ practice_id: practiceId })).toEqual([])
    expect(operate('restore', '--file', file).status).toBe(0)
    expect(await rowsOf(practiceId)).toBe(before)
    await world.signedIn('away@town.example')
    await world.signedIn(LEAD)
  })
  it('moves a practice to another database, whole, and keeps it here closed until it is removed', async () => {
    const other = await World.open({ demo: false, besides: true })
    const { practiceId } = await putIn(world.db, { ...SMALL, email: 'moved@town.example' }, passwordHash)
    await setLimits(world.db, practiceId, { people: 40 })
    const moved = operate('move', practiceId, '--to', other.ownersUrl())
    expect(moved).toMatchObject({ status: 0, said: expect.stringContaining('closed here') })
    expect(moved.said).not.toContain('mysql://')
    const states = async (one: World) => (await practiceLines(one.db)).find(({ id }) => id === practiceId)
    expect(await states(world)).toMatchObject({ state: 'closed', people: 12 })
    expect(await states(other)).toMatchObject({ state: 'open', people: 12, limits: { people: 40 } })
    await other.signedIn('moved@town.example')
    await other.close()
  })
})

/** What is sent to write somebody down. */
function fieldsOf(person: any) {
  const { id: _id, version: _version, ...fields } = person
  return fields
}
