import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER, STRANGER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
let helper: Caller
let cora: any
let edda: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  helper = await world.signedIn(HELPER)
  const { body } = await lead.call('GET', '/api/participants')
  cora = body.find((person: any) => person.name === 'Cora Linden')
  edda = body.find((person: any) => person.name === 'Edda Quist')
})
afterAll(() => world.close())

const TODAY = new Date().toISOString().slice(0, 10)
const path = (person: any, rest = '') => `/api/participants/${person.id}${rest}`
const record = (measure: string, value: number, change: object = {}) => ({
  id: randomUUID(),
  measure,
  side: 'both',
  value,
  tries: [value],
  setting: null,
  pain: null,
  note: '',
  takenAt: new Date().toISOString(),
  replaces: null,
  ...change,
})
const considerationsOf = async (person: any) => (await lead.call('GET', path(person))).body.considerations

describe('measures', () => {
  it('are taken in from a helper too, and what they mean is said at once', async () => {
    const answer = await helper.call('POST', path(cora, '/measures'), { records: [record('chair-stand', 4)] })
    expect(answer.status).toBe(200)
    // How it was before is for leads.
    expect(answer.body[0]).toMatchObject({ measure: 'chair-stand', amount: '4 stands', change: null })
    expect(answer.body[0].norms[0]).toMatchObject({ verdict: 'below', source: expect.stringContaining('STEADI') })
  })
  it('say to leads what changed', async () => {
    const { body } = await lead.call('POST', path(cora, '/measures'), { records: [record('chair-stand', 4)] })
    expect(body[0]).toMatchObject({ amount: '4 stands', change: { kind: 'none' } })
  })
  it('are stored once when they are sent twice', async () => {
    const one = record('up-and-go', 14.2)
    await lead.call('POST', path(cora, '/measures'), { records: [one] })
    await lead.call('POST', path(cora, '/measures'), { records: [one] })
    expect(await world.db('measures').where({ id: one.id })).toHaveLength(1)
  })
  it('are corrected by another one, and the old value is kept', async () => {
    const wrong = record('tandem', 1)
    await lead.call('POST', path(cora, '/measures'), { records: [wrong] })
    const right = record('tandem', 10, { replaces: wrong.id, takenAt: wrong.takenAt })
    expect((await lead.call('POST', path(cora, '/measures'), { records: [right] })).status).toBe(200)
    const all = (await lead.call('GET', path(cora, '/measures'))).body
    expect(all.find((one: any) => one.id === wrong.id)).toMatchObject({
      value: 1,
      replacedBy: right.id,
      enteredBy: 'Marit Solvang',
    })
    expect(
      (await lead.call('POST', path(cora, '/measures'), { records: [record('tandem', 9, { replaces: wrong.id })] }))
        .status,
    ).toBe(404)
    expect(
      (await lead.call('POST', path(edda, '/measures'), { records: [record('tandem', 9, { replaces: right.id })] }))
        .status,
    ).toBe(404)
  })
  it.each([
    ['an angle of 240°', record('hip-turn-in', 240, { side: 'left' }), 'records.0.value', '240° cannot be'],
    ['a measure of two sides without one', record('hip-turn-in', 30), 'records.0.side', 'left and right'],
    ['a side that is none', record('chair-stand', 9, { side: 'left' }), 'records.0.side', 'no sides'],
    ['a measure that nobody knows', record('handstand', 9), 'records.0.measure', 'not known'],
    ['a pain of 11', record('chair-stand', 9, { pain: 11 }), 'records.0.pain', '10 at most'],
  ])('are refused at their place: %s', async (_, sent, field, words) => {
    const answer = await lead.call('POST', path(cora, '/measures'), { records: [sent] })
    expect([answer.status, answer.body.data.fields[field]]).toEqual([422, expect.stringContaining(words)])
  })
  it('give the practice its own repeatability from two on one day', async () => {
    const before = (await lead.call('GET', path(edda, '/profile'))).body.pairs['chair-stand']?.length ?? 0
    await lead.call('POST', path(edda, '/measures'), {
      records: [record('chair-stand', 11, { takenAt: `${TODAY}T08:00:00.000Z` })],
    })
    await lead.call('POST', path(edda, '/measures'), {
      records: [record('chair-stand', 12, { takenAt: `${TODAY}T08:20:00.000Z` })],
    })
    const { pairs } = (await lead.call('GET', path(edda, '/profile'))).body
    expect(pairs['chair-stand']).toHaveLength(before + 1)
    expect(pairs['chair-stand'].at(-1)).toEqual([11, 12])
  })
  it('of the simulated sensor bear that word, and are in no comparison and no spreadsheet', async () => {
    const madeUp = { side: 'left', simulated: true }
    const exported = async () => (await lead.call('GET', '/api/exports/measures')).body
    const profile = async () => (await lead.call('GET', path(edda, '/profile'))).body
    const [rows, { pairs }] = [await exported(), await profile()]
    const { body } = await lead.call('POST', path(edda, '/measures'), {
      records: [record('hip-turn-in', 38, madeUp), record('hip-turn-in', 39, madeUp)],
    })
    expect(body[0]).toMatchObject({ amount: '38°, simulated: it counts for nothing', norms: [], change: null })
    const stored = (await lead.call('GET', path(edda, '/measures'))).body
    const values = stored.filter((one: any) => one.simulated).map((one: any) => one.value)
    expect(values.toSorted()).toEqual([38, 39])
    expect((await profile()).pairs).toEqual(pairs)
    expect(await exported()).toBe(rows)
    expect((await lead.call('GET', path(edda, '/record'))).body).toContain('38°, simulated')
  })
  it('limit what is offered in a meeting', async () => {
    await lead.call('POST', path(edda, '/measures'), {
      records: [record('shin-tilt', 14, { side: 'left' }), record('shin-tilt', 18, { side: 'right' })],
    })
    const view = await nextMeeting(lead)
    const ranges = view.people
      .find((person: any) => person.id === edda.id)
      .ranges.filter((range: any) => range.range === 'ankle-bend')
    expect(ranges).toEqual(
      expect.arrayContaining([
        { range: 'ankle-bend', side: 'left', degrees: 14 },
        { range: 'ankle-bend', side: 'right', degrees: 18 },
      ]),
    )
  })
})

describe('a screening', () => {
  const screening = (answers: object, change: object = {}) => ({
    id: randomUUID(),
    takenOn: TODAY,
    answers,
    dropped: [],
    ...change,
  })
  it('is written by a helper and reopened by leads only', async () => {
    const answer = await helper.call(
      'POST',
      path(edda, '/screenings'),
      screening({ options: { feet: 'no', floor: 'no' } }),
    )
    expect(answer).toMatchObject({ status: 200, body: { waitsFor: [], found: 2 } })
    expect((await helper.call('GET', path(edda, '/screenings'))).status).toBe(403)
    expect((await lead.call('GET', path(edda, '/screenings'))).body[0]).toMatchObject({
      takenOn: TODAY,
      takenBy: 'Tomas Brill',
      answers: { options: { feet: 'no' } },
    })
    // It counts once a lead has agreed.
    const [{ id, waits }] = (await lead.call('GET', path(edda, '/screenings'))).body
    expect(waits).toBe(true)
    expect((await lead.call('GET', path(edda))).body.screenedOn).not.toBe(TODAY)
    expect((await lead.call('PUT', path(edda, `/screenings/${id}`), {})).body).toMatchObject({ waitsFor: [] })
    expect((await lead.call('GET', path(edda))).body).toMatchObject({ screenedOn: TODAY })
    expect((await lead.call('PUT', path(edda, `/screenings/${id}`), {})).status).toBe(404)
  })
  it('adds what was found and keeps what was not named, until a lead takes it away', async () => {
    expect((await considerationsOf(edda)).map((own: any) => own.consideration)).toEqual([
      'numb-feet',
      'cannot-get-up-from-floor',
      'shoulder-frozen',
    ])
    await helper.call('POST', path(edda, '/screenings'), screening({}, { dropped: ['shoulder-frozen left'] }))
    expect((await considerationsOf(edda)).map((own: any) => own.consideration)).toContain('shoulder-frozen')
    await lead.call('POST', path(edda, '/screenings'), screening({}, { dropped: ['shoulder-frozen left'] }))
    expect((await considerationsOf(edda)).map((own: any) => own.consideration)).not.toContain('shoulder-frozen')
  })
  it('keeps what pain usually is, where it was asked, and refuses what is no number', async () => {
    await lead.call('POST', path(edda, '/screenings'), screening({ usualPain: 4 }))
    await lead.call('POST', path(edda, '/screenings'), screening({}))
    expect((await lead.call('GET', path(edda))).body.usualPain).toBe(4)
    const wrong = await lead.call('POST', path(edda, '/screenings'), screening({ usualPain: 11 }))
    expect([wrong.status, wrong.body.data.fields['answers.usualPain']]).toEqual([422, 'Usual pain is 10 at most.'])
    const none = await lead.call('POST', path(edda, '/screenings'), screening({ usualPain: 'much' }))
    expect(none.body.data.fields['answers.usualPain']).toBe('Usual pain is a number from 0 to 10.')
  })
  it('is counted once when it is sent twice', async () => {
    const one = screening({ more: 'A tremor' })
    await lead.call('POST', path(edda, '/screenings'), one)
    await lead.call('POST', path(edda, '/screenings'), one)
    expect(
      (await lead.call('GET', path(edda, '/screenings'))).body.filter((taken: any) => taken.id === one.id),
    ).toHaveLength(1)
    expect((await considerationsOf(edda)).filter((own: any) => own.note === 'A tremor')).toHaveLength(1)
  })
  it('makes the next meeting offer breath only until a needed clearance has come', async () => {
    await lead.call('POST', path(cora, '/screenings'), screening({ options: { heart: 'open' } }))
    const person = async () => (await nextMeeting(lead)).people.find((one: any) => one.id === cora.id)
    expect(
      (await person()).considerations.find((own: any) => own.consideration === 'heart-condition-not-cleared').clearedBy,
    ).toBe('')
    await lead.call(
      'POST',
      path(cora, '/screenings'),
      screening({
        options: { heart: 'open' },
        clearances: [
          { consideration: 'heart-condition-not-cleared', by: 'Dr Example', on: TODAY, what: 'chair class' },
        ],
      }),
    )
    expect(
      (await person()).considerations.find((own: any) => own.consideration === 'heart-condition-not-cleared'),
    ).toMatchObject({ clearedBy: 'Dr Example', clearedOn: TODAY })
  })
  it('says at its place what cannot be read', async () => {
    const answer = await lead.call(
      'POST',
      path(edda, '/screenings'),
      screening({ pains: [{ place: 'knee', side: 'left', strength: 12, worse: [] }] }),
    )
    expect([answer.status, answer.body.data.fields['answers.pains.0.strength']]).toEqual([422, 'Pain is 10 at most.'])
  })
})

describe('a flare', () => {
  it('is in the ledger with what it does and until when at least, and when it is over', async () => {
    const set = (levels: number) =>
      lead.call('POST', path(cora, '/flares'), { region: 'neck', levels, until: '2030-01-01', reason: 'A cold.' })
    expect((await set(2)).body.flares).toMatchObject([{ region: 'neck', levels: 2, until: '2030-01-01' }])
    expect((await set(0)).body.flares).toEqual([])
    const { body } = await lead.call('GET', path(cora, '/ledger'))
    const words = body.filter((entry: any) => entry.kind === 'flare').map((entry: any) => entry.words)
    expect(words.toSorted()).toEqual([
      'neck flaring: 2 levels easier, until 2030-01-01 at least',
      'neck: the flare is over',
    ])
  })
})

describe('placement', () => {
  it('sets levels in one go', async () => {
    const levels = [
      { movement: 'bridge', tier: 'chair', side: 'both', level: 2 },
      { movement: 'sit-to-stand', tier: 'chair', side: 'both', level: 3 },
    ]
    const { body } = await lead.call('PUT', path(edda, '/levels'), { levels })
    expect(body.levels).toEqual(expect.arrayContaining(levels))
    expect((await lead.call('GET', '/api/movements/bridge/levels')).body).toContainEqual({
      participant: edda.id,
      ...levels[0],
    })
  })
})

describe('spreadsheets', () => {
  const HEAD = 'Name;Born;Sex;Height;Home tier\n'
  it('say row by row what they would do, and then do it in one transaction', async () => {
    const text = `${HEAD}Olav Fen;1946;m;171,5;chair\nCora Linden;1947;f;162,5;chair\nPer Mist;1850;m;;chair`
    const asked = (await lead.call('POST', '/api/imports/people', { text })).body
    expect(asked.rows.map((row: any) => row.does)).toEqual(['add', 'change', 'refuse'])
    expect(asked.rows[0].words).toEqual(['To be asked before a first class: breath only until then.'])
    expect((await lead.call('GET', '/api/roster?words=olav')).body.total).toBe(0)
    const done = (await lead.call('POST', '/api/imports/people', { text, commit: true })).body
    expect(done.done).toBe(true)
    expect((await lead.call('GET', '/api/roster?words=olav%20fen')).body).toMatchObject({
      total: 1,
      people: [{ name: 'Olav Fen', heightCm: 171.5 }],
    })
    const { body: people } = await lead.call('GET', '/api/participants')
    const olav = people.find((person: any) => person.name === 'Olav Fen')
    expect(olav.considerations.map((own: any) => own.consideration)).toEqual(['not-asked'])
    expect((await lead.call('POST', '/api/imports/people', { text })).body.rows.map((row: any) => row.does)).toEqual([
      'same',
      'same',
      'refuse',
    ])
  })
  it('come out and go in again without a change', async () => {
    const people = (await lead.call('GET', '/api/exports/people')).body
    const rows = (await lead.call('POST', '/api/imports/people', { text: people })).body.rows
    expect(rows.length).toBeGreaterThan(10)
    expect(new Set(rows.map((row: any) => row.does))).toEqual(new Set(['same']))
    const measures = (await lead.call('GET', '/api/exports/measures')).body
    expect(
      new Set(
        (await lead.call('POST', '/api/imports/measures', { text: measures })).body.rows.map((row: any) => row.does),
      ),
    ).toEqual(new Set(['same']))
  })
  it('of 5,000 rows are taken in', async () => {
    const text =
      HEAD + Array.from({ length: 5000 }, (_, at) => `Person ${at};${1930 + (at % 40)};f;160;chair`).join('\n')
    expect(
      (await lead.call('POST', '/api/imports/people', { text, commit: true })).body.rows.filter(
        (row: any) => row.does === 'add',
      ),
    ).toHaveLength(5000)
    expect((await lead.call('GET', '/api/roster?words=person&limit=10')).body).toMatchObject({ total: 5000 })
  })
  it('are for leads, and say what column is missing', async () => {
    expect((await helper.call('POST', '/api/imports/people', { text: 'Name\nA' })).status).toBe(403)
    expect((await lead.call('POST', '/api/imports/people', { text: 'Town\nA' })).body.data.fields.text).toContain(
      'no column called “Name”',
    )
  })
})

describe('a person’s record', () => {
  it('comes out as one text to read and as JSON, with everything in it', async () => {
    const text = (await lead.call('GET', path(cora, '/record'))).body
    for (const words of [
      'Record of Cora Linden',
      'Hip replacement, back approach',
      'cleared by Dr Example',
      'Heel to toe'.toLowerCase(),
      'The Weir Lane Circle',
      'came',
    ])
      expect(text.toLowerCase()).toContain(words.toLowerCase())
    const whole = (await lead.call('GET', path(cora, '/record?as=json'))).body
    expect(Object.keys(whole)).toEqual([
      'person',
      'circles',
      'screenings',
      'measures',
      'meetings',
      'decisions',
      'letters',
      'home',
      'rows',
    ])
    expect(whole.meetings.length).toBeGreaterThan(2)
    expect((await helper.call('GET', path(cora, '/record'))).status).toBe(403)
  })
  it('is erased on request: the meetings’ counts stay, and nothing that names the person', async () => {
    const came = async () => (await lead.call('GET', '/api/meetings')).body.map((meeting: any) => meeting.came)
    const outcomes = async () => Number((await world.db('outcomes').count('* as n').first())!.n)
    const [cameBefore, outcomesBefore] = [await came(), await outcomes()]
    expect((await helper.call('DELETE', path(cora))).status).toBe(403)
    expect((await lead.call('DELETE', path(cora))).status).toBe(200)
    expect([await came(), await outcomes()]).toEqual([cameBefore, outcomesBefore])
    expect((await lead.call('GET', path(cora))).status).toBe(404)
    for (const [table] of await world
      .db('information_schema.tables')
      .whereRaw('table_schema = database()')
      .select('table_name as name')
      .then((rows) => rows.map((row) => [row.name]))) {
      const text = JSON.stringify(await world.db(table).select('*'))
      expect(text, table).not.toContain('Cora Linden')
      // The ledger and the log name people by a key alone, which nothing opens any more.
      if (table !== 'ledger' && table !== 'health_log') expect(text, table).not.toContain(cora.id)
    }
    expect((await lead.call('GET', '/api/participants')).body.some((person: any) => person.name === 'Erased')).toBe(
      false,
    )
    expect((await nextMeeting(lead)).people.some((person: any) => person.name === 'Cora Linden')).toBe(false)
  })
})

describe('the health log', () => {
  it('says who looked at and changed what, and is for leads', async () => {
    await lead.call('GET', path(edda, '/profile'))
    const log = (await lead.call('GET', '/api/health-log')).body
    expect(log.map((entry: any) => entry.did)).toEqual(
      expect.arrayContaining([
        'looked at the profile',
        'took a screening',
        'entered measures',
        'placed levels',
        'took the record out',
        'erased the record',
        'imported',
      ]),
    )
    expect(log.find((entry: any) => entry.did === 'took a screening' && entry.who === 'Tomas Brill')).toMatchObject({
      about: 'Edda Quist',
    })
    expect((await helper.call('GET', '/api/health-log')).status).toBe(403)
    expect((await (await world.signedIn(STRANGER)).call('GET', '/api/health-log')).body).toEqual([])
  })
  it('notes the same look within ten minutes once', async () => {
    for (let times = 0; times < 3; times += 1) await lead.call('GET', path(edda, '/profile'))
    const log = (await lead.call('GET', '/api/health-log')).body
    expect(
      log.filter((entry: any) => entry.did === 'looked at the profile' && entry.participant === edda.id),
    ).toHaveLength(1)
  })
})
