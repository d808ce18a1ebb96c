import { randomUUID } from 'node:crypto'
import { appendFileSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { BACKUP_MONTHS } from '../../core/contract/practice'
import { OLDEST_MONTHS } from '../../bin/backups.mjs'
import { eraseAgain, forgetErased } from '../../server/services/erased'
import { nextMeeting, World, type Caller } from '../world'

/**
 * No other name and no other text of the demo holds any of these, and none can come about by chance in the
 * ledger's sealed rows: each has a sign that base64 does not have.
 */
const NAME = 'Zdeňka O’Brien-Quill'
const MARKS = ['Zdeňka', '-Quill', 'ZMARK ']

let world: World
let lead: Caller
let view: any
let id = ''
let neighbour = ''
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
  neighbour = view.people[0].id
  id = (await lead.call('POST', '/api/participants', { ...fields, considerations: [], levels: [] })).body.id
  await markEverywhere()
})
afterAll(() => world.close())

const access = { bed: 'yes', chair: 'yes', standing: 'with-help', floor: 'no' }
const fields = {
  ...{ name: NAME, birthYear: 1941, sex: 'female', heightCm: 163, pace: 'slow', homeTier: 'chair', access },
  ...{ emergencyContact: 'ZMARK contact', joins: 'wheelchair' },
}
const own = (more: string) => `/api/participants/${id}${more}`
const say = (message: object) => lead.say(view.meeting.id, message as never)
const ok = (answer: { status: number; body: unknown }) =>
  expect([answer.status, answer.body]).toEqual([200, answer.body])

/** Says something of them wherever anything can be said of anybody, each with a mark of its own. */
async function markEverywhere(): Promise<void> {
  const [block] = view.meeting.plan.blocks
  const at = Date.now()
  ok(await lead.call('POST', `/api/meetings/${view.meeting.id}/guests`, { participant: id }))
  const arrival = { came: true, pain: 6, news: 'fall', newsNote: 'ZMARK door' }
  ok(await say({ kind: 'arrivals', participant: id, arrival, at }))
  ok(await say({ kind: 'seating', seating: [neighbour, id], at }))
  const choice = { participant: id, blockId: block.id, variation: '', reason: 'ZMARK choice' }
  ok(await say({ kind: 'choices', choice, at }))
  const leave = { id: randomUUID(), at, event: 'leave', participant: id, why: 'ZMARK chest pain' }
  const tier = { id: randomUUID(), at, event: 'tier', participant: id, tier: 'bed' }
  const change = { id: randomUUID(), at, event: 'change', step: 0, script: [], blocks: [], why: `gentler for ${NAME}` }
  ok(await say({ kind: 'events', events: [leave, tier, change] }))
  const outcome = {
    ...{ id: randomUUID(), at, blockId: block.id, participant: id, movement: block.movement, tier: 'chair' },
    ...{ side: 'both', variation: null, level: 2, done: 'stopped', target: 10, unit: 's', pain: 8, painKind: 'sharp' },
    ...{ note: 'ZMARK note', device: 'ZMARK tablet', painWhere: 'knee', why: 'pain' },
  }
  ok(await say({ kind: 'outcomes', outcomes: [outcome] }))
  const others = {
    ...outcome,
    id: randomUUID(),
    participant: neighbour,
    device: '',
    note: `was helped by ${NAME.toUpperCase()}, Zdeňka laughed`,
  }
  ok(await say({ kind: 'outcomes', outcomes: [others] }))
  const report = { at, participant: id, what: 'ZMARK fell', done: 'ZMARK sat her down', witnesses: 'ZMARK Ida' }
  ok(await say({ kind: 'accident', report: { ...report, id: randomUUID() } }))
  const seen = { at, participant: neighbour, what: `Zdeňka knocked the chair`, witnesses: NAME }
  ok(await say({ kind: 'accident', report: { ...seen, id: randomUUID() } }))
  const fact = { consideration: 'brittle-bones', side: 'both', note: 'ZMARK fact' }
  const stored = (await lead.call('GET', own(''))).body
  ok(await lead.call('PUT', own(''), { ...stored, considerations: [fact], beside: [neighbour] }))
  const friend = (await lead.call('GET', `/api/participants/${neighbour}`)).body
  ok(await lead.call('PUT', `/api/participants/${neighbour}`, { ...friend, beside: [id] }))
  const level = { movement: 'bridge', tier: 'chair', side: 'both', level: 2 }
  ok(await lead.call('PUT', own('/levels'), { levels: [level] }))
  const record = { id: randomUUID(), measure: 'chair-stand', side: 'both', value: 7, note: 'ZMARK measure' }
  ok(await lead.call('POST', own('/measures'), { records: [{ ...record, takenAt: new Date().toISOString() }] }))
  const takenOn = new Date().toISOString().slice(0, 10)
  ok(await lead.call('POST', own('/screenings'), { id: randomUUID(), takenOn, answers: { more: 'ZMARK screening' } }))
  const letter = { addressedTo: 'ZMARK Dr', consentOn: takenOn, consentHow: 'ZMARK said so', questions: 'ZMARK why' }
  ok(await lead.call('POST', own('/letters'), { ...letter, weeks: 12 }))
  const goalId = randomUUID()
  const wished = { words: 'ZMARK up the stairs', task: 'stairs-up', start: 30, target: 25, since: takenOn }
  ok(await lead.call('POST', own('/goals'), { ...wished, id: goalId }))
  const said = { id: randomUUID(), step: 1, on: takenOn, note: 'ZMARK with the rail' }
  ok(await lead.call('POST', own(`/goals/${goalId}/said`), said))
  ok(await lead.call('POST', own('/flares'), { region: 'neck', levels: 1, until: '2030-01-01', reason: 'ZMARK flare' }))
  // How the days after were is said of a meeting that they came to.
  const [, past] = (await lead.call('GET', '/api/meetings')).body
  ok(await lead.call('POST', `/api/meetings/${past.id}/guests`, { participant: id }))
  ok(
    await lead.say(past.id, {
      kind: 'arrivals',
      participant: id,
      arrival: { came: true },
      at: Date.parse(past.startsAt),
    }),
  )
  ok(await lead.call('POST', own('/days-after'), { after: 'sore-days', afterWhere: ['neck'] }))
  const waiting = { participant: id, does: 'wait', note: 'ZMARK waits' }
  ok(await lead.call('POST', `/api/circles/${view.circle.id}/waiting`, waiting))
  const [movement] = (await lead.call('GET', own('/home'))).body.proposals
  const { tier: _tier, level: _level, because: _because, ...entry } = movement
  ok(await lead.call('PUT', own('/home'), { entries: [entry], daysAWeek: 3, times: ['08:30'], note: 'ZMARK home' }))
  ok(await lead.call('POST', own('/home/ticks'), { movement: entry.movement, day: takenOn, done: true }))
  const { number, madeOn } = (await lead.call('GET', own('/home'))).body.handout
  const [{ id: practice }] = await world.db('practices').where({ name: 'Ferngate Movement' })
  const done = { movement: 0, at: `${takenOn}T09:00`, stopped: false, face: 'hard', effort: 4, pain: 3, sharp: false }
  const of = { format: 'unhurried-circle-home-report', version: 1, handout: { practice, number, madeOn } }
  const told = { ...of, done: [{ ...done, word: 'ZMARK told' }], after: { [takenOn]: 'worse' } }
  ok(await lead.call('POST', own('/home/report'), { text: JSON.stringify(told) }))
  ok(await lead.call('POST', own('/home/link')))
  const plan = { edit: 'setTitle', title: `Easy hips for ${NAME}` }
  const { meeting } = (await lead.call('GET', `/api/meetings/${view.meeting.id}`)).body
  ok(
    await lead
      .call('PUT', `/api/meetings/${view.meeting.id}/plan`, { version: meeting.planVersion, edits: [plan] })
      .then(
        // Once a class has begun its plan stands: then the shelf holds the title.
        async (answer) =>
          answer.status === 200
            ? answer
            : lead.call('POST', '/api/shelf', { plan: { ...meeting.plan, title: plan.title }, tags: [] }),
      ),
  )
}

/** Every row of every table as text. */
async function everything(): Promise<Map<string, string>> {
  const tables = await world
    .db('information_schema.tables')
    .whereRaw('table_schema = database()')
    .select('table_name as name')
  const texts = tables.map(async ({ name }): Promise<[string, string]> => [
    name,
    JSON.stringify(await world.db(name).select('*')),
  ])
  return new Map(await Promise.all(texts))
}

describe('the record that somebody takes out', () => {
  it('holds every mark that was made of them, in both forms', async () => {
    const [text, whole] = await Promise.all(['', '?as=json'].map((as) => lead.call('GET', own(`/record${as}`))))
    const written = [text!.body, JSON.stringify(whole!.body)]
    for (const mark of ['contact', 'door', 'choice', 'chest pain', 'note', 'tablet', 'fell', 'sat her down', 'fact'])
      for (const form of written) expect(form, mark).toContain(`ZMARK ${mark}`)
    for (const mark of ['measure', 'screening', 'Dr', 'said so', 'why', 'flare', 'waits', 'home', 'told'])
      for (const form of written) expect(form, mark).toContain(`ZMARK ${mark}`)
  })
  it('has every table in which there is a row of them', async () => {
    const { rows } = (await lead.call('GET', own('/record?as=json'))).body
    const [columns] = await world.db.raw(
      `select table_name as name from information_schema.columns
       where table_schema = database() and column_name = 'participant_id'`,
    )
    for (const { name } of columns) {
      // The ledger is opened above; that the record was taken out is noted once it is written.
      if (['ledger', 'person_keys', 'health_log'].includes(name)) continue
      const [{ many }]: any[] = await world.db(name).where({ participant_id: id }).count('* as many')
      expect([name, rows[name]?.length ?? 0]).toEqual([name, Number(many)])
    }
    expect(rows.health_log.length).toBeGreaterThan(3)
    expect(rows.class_events).toHaveLength(2)
    expect(rows.seating).toMatchObject([{ place: 2 }])
    expect(rows.beside).toEqual([{ wished_for_by: 1 }])
  })
  it('says nothing of anybody else', async () => {
    const { body } = await lead.call('GET', own('/record?as=json'))
    expect(JSON.stringify(body.rows)).not.toContain(neighbour)
    expect(JSON.stringify(body)).not.toContain(view.people[0].name)
  })
})

describe('erasing somebody', () => {
  it('leaves no readable mention in any column of any table', async () => {
    const before = await everything()
    const found = MARKS.map((mark) => [...before.values()].filter((text) => text.includes(mark)).length)
    expect(Math.min(...found)).toBeGreaterThan(0)
    ok(await lead.call('DELETE', own('')))
    for (const [table, text] of await everything()) {
      const found = MARKS.filter((mark) => text.toLowerCase().includes(mark.toLowerCase()))
      expect([table, found]).toEqual([table, []])
      if (table !== 'ledger' && table !== 'health_log') expect(text, table).not.toContain(id)
    }
  })
  it('keeps what a meeting counts, by somebody nameless of that meeting alone', async () => {
    const came = await world.db('arrivals').where({ meeting_id: view.meeting.id, came: true })
    const nameless = await world.db('participants').where({ name: 'Erased' })
    expect(nameless.map((row: any) => row.id)).toEqual(expect.arrayContaining([came.at(-1).participant_id]))
    const outcomes = await world.db('outcomes').whereIn(
      'participant_id',
      nameless.map((row: any) => row.id),
    )
    expect(outcomes).toHaveLength(1)
    expect(outcomes[0].event).toMatchObject({ done: 'stopped', pain: null, note: '', device: '' })
  })
  it('leaves that of others standing, without the name', async () => {
    const { body } = await lead.call('GET', `/api/meetings/${view.meeting.id}/accidents`)
    // Both are of the same moment.
    expect(body.toSorted((a: any, b: any) => a.what.localeCompare(b.what))).toMatchObject([
      { participant: null, what: 'Erased', done: '', witnesses: '' },
      { participant: neighbour, what: 'somebody knocked the chair', witnesses: 'somebody' },
    ])
    const note = (await lead.call('GET', `/api/meetings/${view.meeting.id}`)).body.outcomes
    expect(note.map((one: any) => one.note)).toContain('was helped by somebody, somebody laughed')
    expect((await lead.call('GET', `/api/participants/${neighbour}`)).body.beside).toEqual([])
  })
  it('leaves rows in the ledger that nobody can read, and breaks nothing that reads it', async () => {
    const rows = await world.db('ledger').where({ participant_id: id })
    expect(rows.length).toBeGreaterThan(2)
    expect(await world.db('person_keys').where({ participant_id: id })).toEqual([])
    expect((await lead.call('GET', `/api/circles/${view.circle.id}/look-back?weeks=12`)).status).toBe(200)
    const log = (await lead.call('GET', '/api/health-log')).body
    expect(log.filter(({ about }: any) => about === 'somebody erased').length).toBeGreaterThan(2)
  })
  it('of each of two meetings is another nobody', async () => {
    const person = view.people.find((one: any) => one.id !== neighbour)
    const meetings = await world.db('arrivals').where({ participant_id: person.id, came: true })
    expect(meetings.length).toBeGreaterThan(3)
    const before = (await world.db('participants').where({ name: 'Erased' })).length
    ok(await lead.call('DELETE', `/api/participants/${person.id}`))
    const now = await world.db('participants').where({ name: 'Erased' }).select('id')
    expect(now.length).toBeGreaterThanOrEqual(before + meetings.length)
    for (const { id: nameless } of now) {
      const [{ many }]: any[] = await world
        .db('arrivals')
        .where({ participant_id: nameless })
        .countDistinct('meeting_id as many')
      expect(Number(many)).toBeLessThanOrEqual(1)
    }
  })
  it('leaves a first name alone where it means somebody else too, or is a word', async () => {
    const note = 'Marit and Grace came late; Grace Ottery sat down'
    const person = view.people.find(({ id: one }: any) => one === neighbour)
    const change = async (more: object) => {
      const path = `/api/participants/${neighbour}`
      const body = { ...(await lead.call('GET', path)).body, ...more }
      return lead.call('PUT', path, body)
    }
    ok(await change({ emergencyContact: note }))
    // One bears the first name of a lead, the other one that is a word.
    for (const name of ['Marit Ottery', 'Grace Ottery']) {
      const { body } = await lead.call('POST', '/api/participants', { ...fields, name, considerations: [], levels: [] })
      ok(await lead.call('DELETE', `/api/participants/${body.id}`))
    }
    const { emergencyContact } = (await lead.call('GET', `/api/participants/${person.id}`)).body
    expect(emergencyContact).toBe('Marit and Grace came late; somebody sat down')
  })
  it('is done again to whoever a restore brings back', async () => {
    expect(readFileSync(join(world.folder, 'erased.jsonl'), 'utf8')).toContain(id)
    const back = (await lead.call('POST', '/api/participants', { ...fields, considerations: [], levels: [] })).body.id
    const [{ id: practice }] = await world.db('practices').where({ name: 'Ferngate Movement' })
    const line = { practice, participant: back, at: new Date().toISOString() }
    appendFileSync(join(world.folder, 'erased.jsonl'), `${JSON.stringify(line)}\n`)
    expect(await eraseAgain(world.db, world.folder)).toBe(1)
    expect(await world.db('participants').where({ id: back })).toEqual([])
    expect(await eraseAgain(world.db, world.folder)).toBe(0)
    // A made-up circle that is put in anew has its people again, and they stay.
    const again = { id: back, practice_id: practice, name: 'Back', sex: 'unsaid', pace: 'usual', home_tier: 'chair' }
    await world.db('participants').insert({ ...again, access: JSON.stringify(access) })
    await forgetErased(world.db, world.folder)
    expect(readFileSync(join(world.folder, 'erased.jsonl'), 'utf8')).not.toContain(back)
    expect(readFileSync(join(world.folder, 'erased.jsonl'), 'utf8')).toContain(id)
  })
  it('is gone from backups by the day that is said', () => {
    expect(BACKUP_MONTHS).toBe(OLDEST_MONTHS)
  })
})
