import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { STRANGER } from '../demoData'
import { World, type Caller } from '../world'

let world: World
let lead: Caller
let circleId = ''
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  circleId = (await lead.call('GET', '/api/circles')).body[0].id
})
afterAll(() => world.close())

const known = async () => (await lead.call('GET', '/api/calendar')).body
const openDates = async () =>
  (await known()).lines.filter((line: any) => line.state === 'open' && line.meetingId === null)

describe('a series of meetings', () => {
  it('stands for its dates once: a meeting that is there already takes the date’s place', async () => {
    const { lines } = await known()
    expect(new Set(lines.map((line: any) => line.startsAt)).size).toBe(lines.length)
    expect(lines[0].meetingId).not.toBeNull()
    expect(lines.some((line: any) => line.state === 'holiday' && line.why === 'The garden room is painted')).toBe(true)
  })
  it('makes the meeting of a date when it is prepared, and only once', async () => {
    const [date] = await openDates()
    const prepare = () => lead.call('POST', `/api/series/${date.seriesId}/meetings`, { on: date.on })
    const [first, ...others] = (await Promise.all([prepare(), prepare(), prepare()])).map(({ body }) => body)
    for (const other of [...others, (await prepare()).body]) expect(other.id).toBe(first.id)
    expect((await known()).lines.find((line: any) => line.on === date.on)).toMatchObject({
      meetingId: first.id,
      startsAt: date.startsAt,
    })
    expect((await lead.call('GET', `/api/meetings/${first.id}`)).body.meeting.plan.blocks).toEqual([])
    expect((await lead.call('POST', `/api/series/${date.seriesId}/meetings`, { on: '2026-01-01' })).status).toBe(404)
  })
  it('is called off, covered and held on a holiday, date by date; a meeting that was made follows', async () => {
    const {
      series: [{ id }],
      accounts,
      lines,
    } = await known()
    const made = lines.find((line: any) => line.seriesId === id && line.meetingId !== null)
    const [date] = await openDates()
    const holiday = lines.find((line: any) => line.state === 'holiday')
    const cover = accounts.find((one: any) => one.name === 'Tomas Brill').id
    // Three tabs at the same moment: each says what it changes, and none undoes another's.
    const answers = await Promise.all([
      lead.call('PUT', `/api/series/${id}/dates/${made.on}`, { calledOff: true }),
      lead.call('PUT', `/api/series/${id}/dates/${date.on}`, { ledBy: cover }),
      lead.call('PUT', `/api/series/${id}/dates/${holiday.on}`, { held: true }),
    ])
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200])
    const after = (await known()).lines
    const on = (day: string) => after.find((line: any) => line.on === day)
    expect([on(made.on).state, on(date.on).ledBy, on(holiday.on).state]).toEqual(['called-off', cover, 'open'])
    expect(
      (await lead.call('GET', '/api/meetings')).body.find((meeting: any) => meeting.id === made.meetingId).calledOff,
    ).toBe(true)
  })
  it('is not led by somebody of another practice', async () => {
    const [{ id: theirs }] = await world.db('accounts').where({ email: STRANGER })
    const {
      series: [{ id, rule, version }],
    } = await known()
    expect((await lead.call('PUT', `/api/series/${id}`, { rule: { ...rule, ledBy: theirs }, version })).status).toBe(
      404,
    )
  })
  it('refuses what cannot be, each at its field', async () => {
    const {
      series: [{ rule }],
    } = await known()
    const { status, body } = await lead.call('POST', '/api/series', {
      circleId,
      rule: { ...rule, time: '9', zone: 'Nowhere', everyWeeks: 0 },
    })
    expect([status, Object.keys(body.data.fields).sort()]).toEqual([422, ['rule.everyWeeks', 'rule.time', 'rule.zone']])
    expect(
      (await lead.call('POST', '/api/holidays', { name: 'Back to front', firstOn: '2026-12-24', lastOn: '2026-12-20' }))
        .body.data.fields,
    ).toEqual({ lastOn: 'The last day comes after the first.' })
  })
  it('has its bounds: the years of a practice, and 200 dates that are otherwise', async () => {
    const {
      series: [{ rule }],
    } = await known()
    const refused = async (change: object) =>
      (await lead.call('POST', '/api/series', { circleId, rule: { ...rule, ...change } })).body.data.fields
    expect(await refused({ firstOn: '0001-01-01' })).toEqual({
      'rule.firstOn': 'A first date lies between 2000 and 2099.',
    })
    const days = Array.from({ length: 201 }, (_, at) => new Date(Date.UTC(2030, 0, at + 1)).toISOString().slice(0, 10))
    expect(await refused({ exceptions: Object.fromEntries(days.map((on) => [on, { calledOff: true }])) })).toEqual({
      'rule.exceptions': 'A series has 200 dates at most that are otherwise: begin another.',
    })
  })
})

describe('calendars', () => {
  it('go out as iCalendar that a general library reads, what is called off crossed out', async () => {
    const text = (await lead.call('GET', `/api/exports/calendar?circle=${circleId}`)).body
    const events = new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((one) => new ICAL.Event(one))
    const { lines } = await known()
    expect(events.length).toBeGreaterThan(lines.length)
    const off = lines.find((line: any) => line.state === 'called-off')
    const event = events.find(
      (one) => one.startDate.toJSDate().toISOString().slice(0, 16) === off.startsAt.slice(0, 16),
    )!
    expect([event.component.getFirstPropertyValue('status'), event.summary]).toEqual([
      'CANCELLED',
      expect.stringContaining('The Weir Lane Circle'),
    ])
    expect(new Set(events.map((one) => one.uid)).size).toBe(events.length)
  })
  it('come in: shown first, done then, and not twice', async () => {
    const text = [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:x',
      'BEGIN:VEVENT',
      'UID:h1',
      'SUMMARY:Winter break',
      'DTSTART;VALUE=DATE:20301223',
      'DTEND;VALUE=DATE:20310102',
      'END:VEVENT',
      'BEGIN:VEVENT',
      'UID:m1',
      'SUMMARY:Open day',
      'DTSTART:20301210T090000Z',
      'END:VEVENT',
      'BEGIN:VEVENT',
      'UID:y1',
      'SUMMARY:Birthday',
      'DTSTART;VALUE=DATE:20300101',
      'RRULE:FREQ=YEARLY',
      'END:VEVENT',
      'END:VCALENDAR',
      '',
    ].join('\r\n')
    const send = async (commit: boolean) =>
      (await lead.call('POST', '/api/imports/calendar', { text, circleId, zone: 'Europe/Oslo', commit })).body
    const before = await known()
    expect((await send(false)).rows.map((row: any) => row.kind)).toEqual(['holiday', 'meeting', 'refused'])
    expect((await known()).holidays).toEqual(before.holidays)
    await send(true)
    expect((await send(true)).rows.map((row: any) => [row.kind, row.words])).toContainEqual([
      'refused',
      'It is there already.',
    ])
    expect((await known()).holidays.filter((one: any) => one.name === 'Winter break')).toHaveLength(1)
    expect(await world.db('meetings').where({ starts_at: '2030-12-10 09:00:00' })).toHaveLength(1)
    expect(
      await lead.call('POST', '/api/imports/calendar', { text: 'no calendar', circleId, zone: 'UTC', commit: true }),
    ).toMatchObject({ status: 422, body: { data: { fields: { text: expect.stringContaining('no calendar file') } } } })
  })
})

describe('places and who waits', () => {
  it('keeps a list, the longest first, and gives a place', async () => {
    const vera = (
      await lead.call('POST', '/api/participants', {
        name: 'Vera Waits',
        birthYear: 1950,
        sex: 'female',
        heightCm: 165,
        pace: 'usual',
        homeTier: 'chair',
        access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
        considerations: [],
        levels: [],
      })
    ).body
    const does = (what: string) =>
      lead.call('POST', `/api/circles/${circleId}/waiting`, {
        participant: vera.id,
        does: what,
        note: 'Wednesdays too',
      })
    expect((await does('wait')).body).toEqual([
      expect.objectContaining({ participant: vera.id, name: 'Vera Waits', note: 'Wednesdays too' }),
    ])
    const {
      places: [{ places, taken, byRoom, byHands, byChairs }],
    } = await known()
    expect(places).toBe(Math.min(byRoom, byHands, byChairs))
    expect((await does('place')).body).toEqual([])
    expect((await lead.call('GET', '/api/circles')).body[0].members.at(-1)).toBe(vera.id)
    expect((await known()).places[0].taken).toBe(taken + 1)
  })
})
