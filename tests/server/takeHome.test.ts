import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Papa from 'papaparse'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../shippedCatalogue'
import { HELPER, STRANGER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
let cora = ''
const folder = mkdtempSync(join(tmpdir(), 'circle-handout-'))
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  cora = (await nextMeeting(lead)).people.find((person: any) => person.name === 'Cora Linden').id
})
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await world.close()
})
const home = (path = '') => `/api/participants/${cora}/home${path}`
async function file(path: string): Promise<{ bytes: Buffer; type: string }> {
  const reply = await fetch(world.address + path, { headers: { cookie: lead.cookie } })
  return {
    bytes: Buffer.from(await reply.arrayBuffer()),
    type: reply.headers.get('content-type') ?? '',
  }
}

describe('home practice', () => {
  it('is proposed from what was done, kept, and says at the field what cannot be', async () => {
    const { body } = await lead.call('GET', home())
    expect(body.proposals.length).toBeGreaterThanOrEqual(3)
    const entries = body.proposals
      .slice(0, 4)
      .map(({ movement, variation, dose, rounds }: any) => ({ movement, variation, dose, rounds }))
    expect((await lead.call('PUT', home(), { entries: [], daysAWeek: 3, times: ['8'] })).body.data.fields).toEqual({
      entries: 'Choose a movement at least.',
      'times.0': 'A time is written as 08:30.',
    })
    const kept = (
      await lead.call('PUT', home(), { entries, daysAWeek: 3, times: ['08:30', '19:00'], note: 'Before tea.' })
    ).body
    expect(kept.practice).toMatchObject({ entries, daysAWeek: 3 })
  })
  it('is ticked from a table too; what is refused is said with its line, and the rest is kept', async () => {
    const { entries } = (await lead.call('GET', home())).body.home.practice
    const { name } = shippedCatalogue().movements.get(entries[0].movement)!
    const { body } = await lead.call('POST', home('/tick-file'), {
      text: `Movement;Date\n${name};2026-11-18\nCartwheel;2026-11-18`,
    })
    expect(body.rows.map((row: any) => [row.line, row.does])).toEqual([
      [2, 'add'],
      [3, 'refuse'],
    ])
    expect(body.home.ticks).toEqual({ [entries[0].movement]: ['2026-11-18'] })
    await lead.call('POST', home('/ticks'), { movement: entries[0].movement, day: '2026-11-18', done: false })
    expect(
      (await lead.call('POST', home('/ticks'), { movement: entries[0].movement, day: '2999-01-01', done: true })).body
        .data.fields,
    ).toEqual({ day: 'A day that is still to come is not ticked.' })
  })
  it('is ticked once a day, and the tick can be taken back', async () => {
    const [{ movement }] = (await lead.call('GET', home())).body.home.practice.entries
    for (let twice = 0; twice < 2; twice += 1)
      await lead.call('POST', home('/ticks'), { movement, day: '2026-11-20', done: true })
    expect((await lead.call('GET', home())).body.home.ticks).toEqual({ [movement]: ['2026-11-20'] })
    expect((await lead.call('POST', home('/ticks'), { movement, day: '2026-11-20', done: false })).body.ticks).toEqual(
      {},
    )
  })
  it.each(['__proto__', 'constructor', 'no-such-movement'])(
    'is not ticked for what they do not do: %s',
    async (movement) => {
      expect((await lead.call('POST', home('/ticks'), { movement, day: '2026-11-20', done: true })).status).toBe(404)
      // Also where one was stored before, all of the person is read.
      const theirs = world.db('home_practices').where({ participant_id: cora })
      const own = await theirs.first('practice_id', 'participant_id')
      await world.db('home_ticks').insert({ ...own, movement, day: '2026-11-20' })
      expect((await lead.call('GET', home())).status).toBe(200)
      await world.db('home_ticks').where({ movement }).delete()
    },
  )
  it('says how it was, and what hurt is remembered until somebody has looked at it', async () => {
    const [{ movement }] = (await lead.call('GET', home())).body.home.practice.entries
    const tick = (how: string | null, done = true) =>
      lead.call('POST', home('/ticks'), { movement, day: '2026-11-19', done, how })
    expect((await tick('easy')).body.how).toEqual({ [movement]: { '2026-11-19': 'easy' } })
    expect((await tick('hurt')).body.how).toEqual({ [movement]: { '2026-11-19': 'hurt' } })
    expect((await tick('dreadful')).status).toBe(422)
    const person = home().replace('/home', '')
    const kindsOf = (one: any) => one.remembered.map((own: any) => own.kind)
    const remembered = async () => kindsOf((await nextMeeting(lead)).people.find((one: any) => one.id === cora))
    expect(await remembered()).toContain('at-home')
    const key = `at-home 2026-11-19 ${movement}`
    await lead.call('POST', `${person}/looked-at`, { key, note: 'The towel was too short.' })
    expect(await remembered()).not.toContain('at-home')
    await tick(null, false)
  })
  it('is for leads of this practice', async () => {
    expect((await (await world.signedIn(HELPER)).call('GET', home())).status).toBe(403)
    for (const path of ['', '/handout', '/calendar'])
      expect((await (await world.signedIn(STRANGER)).call('GET', home(path))).status).toBe(404)
  })
})

describe('the handout', () => {
  it('is a PDF whose text and figures can be read back (poppler)', async () => {
    const { bytes, type } = await file(home('/handout'))
    expect(type).toBe('application/pdf')
    const path = join(folder, 'handout.pdf')
    writeFileSync(path, bytes)
    const text = spawnSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' }).stdout.replace(/\s+/g, ' ')
    expect(text).toContain('At home: Cora Linden')
    expect(text).toMatch(
      /3 days a week, at 08:30 and 19:00, the chair against the wall\. Slowly, and stop if it is sharp\. Before tea\./,
    )
    for (const words of [
      'Feel it:',
      'Sharp or stabbing pain: stop at once.',
      'On the way to the standing tier',
      'Page 1 of 2',
    ])
      expect(text).toContain(words)
    // On both sides: whom to call; of each movement its number and the seven days.
    expect(text.match(/Call Marit Solvang, 555 0110/g)).toHaveLength(2)
    expect(text.match(/Mon Tue Wed Thu Fri Sat Sun/g)).toHaveLength(4)
    expect(text.match(/Stop, and call 112\./g)).toHaveLength(2)
    // Large print: 16 points at least (its sizes read back by poppler, in pixels of 1/108 inch), nothing cut off.
    const read = spawnSync('pdftohtml', ['-xml', '-i', '-stdout', path], { encoding: 'utf8' }).stdout
    const sizes = [...read.matchAll(/<fontspec [^>]*size="(\d+)"/g)].map(([, size]) => Number(size) / 1.5)
    expect(Math.min(...sizes)).toBeGreaterThanOrEqual(16)
    expect(text).not.toContain('…')
    // The figures are drawn: a rendered page is not white where the first one stands.
    spawnSync('pdftoppm', ['-r', '40', '-gray', '-f', '1', '-l', '1', path, join(folder, 'page')])
    const picture = readFileSync(join(folder, 'page-1.pgm'))
    const [width, height] = /^P5\s+(\d+)\s+(\d+)/
      .exec(picture.subarray(0, 20).toString('latin1'))!
      .slice(1)
      .map(Number) as [number, number]
    const pixels = picture.subarray(picture.length - width * height)
    let dark = 0
    for (let y = Math.round(height * 0.13); y < Math.round(height * 0.28); y += 1)
      for (let x = Math.round(width * 0.08); x < Math.round(width * 0.3); x += 1)
        if (pixels[y * width + x]! < 200) dark += 1
    expect(dark).toBeGreaterThan(40)
  })
  it('comes with a calendar of the same times', async () => {
    const { bytes, type } = await file(home('/calendar'))
    expect(type).toContain('text/calendar')
    expect(bytes.toString()).toMatch(/BEGIN:VEVENT[\s\S]*T083000[\s\S]*RRULE:FREQ=WEEKLY;BYDAY=MO,WE,FR/)
  })
})

describe('outcomes as a spreadsheet', () => {
  it('name the circle that met, also of somebody who is in two', async () => {
    const [{ id, version, ...circle }] = (await lead.call('GET', '/api/circles')).body
    const added = await lead.call('POST', '/api/circles', { ...circle, name: 'A second circle', members: [cora] })
    expect([added.status, id, version]).not.toContain(undefined)
    const { data, meta } = Papa.parse<Record<string, string>>((await file('/api/exports/outcomes')).bytes.toString(), {
      header: true,
    })
    expect(meta.fields).toContain('Circle')
    const circles = new Set(data.filter((row) => row.Circle).map((row) => row.Circle))
    expect([...circles]).toEqual(['The Weir Lane Circle'])
  })
  it('hold a row for each person, block and side of all meetings', async () => {
    const { bytes, type } = await file('/api/exports/outcomes')
    expect(type).toContain('text/csv')
    const lines = bytes.toString().trim().split('\r\n')
    const [{ stored }] = (
      await world.db.raw(
        `select count(distinct meeting_id, participant_id, json_value(event, '$.blockId'), json_value(event, '$.side')) as stored
          from outcomes`,
      )
    )[0]
    expect(lines).toHaveLength(Number(stored) + 1)
    expect((await (await world.signedIn(HELPER)).call('GET', '/api/exports/outcomes')).status).toBe(403)
  })
})
