import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { World, type Caller } from '../world'
import { Visitor } from './visitor'

let world: World
let lead: Caller
let visitor: Visitor
let last: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
  const { body: meetings } = await lead.call('GET', '/api/meetings')
  last = (await lead.call('GET', `/api/meetings/${meetings[1].id}`)).body
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
const ledger = (answer: string) =>
  world.db('ledger').where({ meeting_id: last.meeting.id, answer }).count('* as n').first()

describe('reflect after a quarter of a year', () => {
  it('groups what to ease first, and folds who stays', async () => {
    await visitor.open(`/meetings/${last.meeting.id}/reflect`)
    await visitor.page.waitForSelector('[data-group="step"] [data-decision]')
    const groups = await visitor.page.$$eval('[data-group]', (all) =>
      all.map((one) => (one as HTMLElement).dataset.group),
    )
    expect(groups).toEqual(
      ['after', 'hurt', 'ease', 'ask', 'step', 'doses', 'tier', 'stay'].filter((group) => groups.includes(group)),
    )
    expect(groups).toContain('step')
    expect(await visitor.page.$('[data-group="stay"] [data-decision]')).toBeNull()
    await visitor.expectAccessible()
  })
  it('accepts, refuses and changes by key alone', async () => {
    const first = await visitor.page.$eval('[data-decision]', (row) => (row as HTMLElement).dataset.decision)
    await visitor.press('Enter')
    await visitor.sees('Accepted by Marit Solvang', `[data-decision="${first}"]`)
    const rows = await visitor.page.$$eval('[data-decision]', (all) =>
      all.map((row) => (row as HTMLElement).dataset.decision),
    )
    // The first step up that is not what was accepted just now.
    const steps = await visitor.page.$$eval('[data-group="step"] [data-decision]', (all) =>
      all.map((row) => (row as HTMLElement).dataset.decision),
    )
    const step = steps.find((one) => one !== first)!
    for (let at = 1; at < rows.indexOf(step); at += 1) await visitor.press('ArrowDown')
    await visitor.press('s')
    await visitor.sees('Stays as it is by Marit Solvang', `[data-decision="${step}"]`)
    expect([await ledger('accepted'), await ledger('refused')]).toEqual([{ n: 1 }, { n: 1 }])
  })
  it('accepts all that nothing speaks against in one go', async () => {
    await visitor.press('a')
    await visitor.sees('Everything is decided', '[data-test="open-count"]')
    visitor.expectNoComplaints()
  })
  it('goes on to the next date, with this class’s page in peace until that one is there', async () => {
    await visitor.click('Prepare next week')
    await visitor.page.waitForFunction(() => location.pathname.endsWith('/prepare'))
    await visitor.page.waitForSelector('[data-test="sentence"]')
    visitor.expectNoComplaints()
  })
})

describe('the ledger', () => {
  it('is walked back with a reason, which is asked for at its place', async () => {
    const [{ participant_id: id }] = await world
      .db('ledger')
      .where({ meeting_id: last.meeting.id, answer: 'accepted' })
      .whereRaw('(from_level <> to_level or kind = "dial")')
      .limit(1)
    await visitor.open(`/people/${id}/ledger`)
    await visitor.click('Walk back')
    await visitor.click('Take it back')
    await visitor.sees('Say in a few words why.')
    await visitor.page.type('form input', 'Too soon after the cold')
    await visitor.click('Take it back')
    await visitor.sees('Taken back by Marit Solvang: Too soon after the cold')
    expect(await world.db('ledger').where({ answer: 'walked-back' })).toHaveLength(1)
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
  })
})

describe('looking back', () => {
  it('says it in words first, then draws levels, holds, pain, measures and dose', async () => {
    await visitor.open(`/people/${last.people[4].id}/look-back`)
    await visitor.sees(/Came to \d+ of 12 meetings/, '[data-test="words"]')
    await visitor.page.waitForFunction(
      () => document.querySelectorAll('[data-chart] svg .apexcharts-series').length > 4,
    )
    expect(
      await visitor.page.$$eval('[data-chart]', (all) => all.map((one) => (one as HTMLElement).dataset.chart)),
    ).toEqual(expect.arrayContaining(['Pain', 'dose']))
    await visitor.click('4 weeks')
    await visitor.sees(/Came to \d of [345] meetings/, '[data-test="words"]')
    await visitor.expectAccessible()
  })
  it('does so for the circle, from its page', async () => {
    await visitor.open('/')
    await visitor.click('Look back')
    await visitor.sees(/12 meetings\./, '[data-test="words"]')
    await visitor.page.waitForSelector('[data-chart="dose"] svg .apexcharts-series')
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
  })
  it('writes a letter only with consent, and keeps what was typed until then', async () => {
    await visitor.open(`/people/${last.people[4].id}/letter`)
    await visitor.fill('To', 'Dr. Sand')
    await visitor.fill('What you ask', 'May she kneel again?')
    await visitor.click('Write it')
    await visitor.sees('a letter is written only with their consent')
    await visitor.reload()
    await visitor.fill('How: in person', 'in person, to Marit')
    // The day on which they agreed is asked too: nothing is filled in for them.
    await visitor.page.$eval('input[type="date"]', (field) => {
      field.value = new Date().toISOString().slice(0, 10)
      field.dispatchEvent(new Event('input'))
    })
    await visitor.click('Write it')
    await visitor.sees('The letter is written', '[data-test="said"]')
    expect(await world.db('letters')).toMatchObject([
      { addressed_to: 'Dr. Sand', questions: 'May she kneel again?', consent_how: 'in person, to Marit' },
    ])
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
  })
})

describe('dates', () => {
  it('call off, hold after all, cover, and prepare a date', async () => {
    await visitor.open('/dates')
    await visitor.expectAccessible()
    const [second, third] = await visitor.page.$$eval('[data-state="open"]', (all) =>
      all.slice(1, 3).map((one) => `[data-date="${(one as HTMLElement).dataset.date}"]`),
    )
    await visitor.clickAt(`${second} ::-p-xpath(.//button[contains(., "Call off")])`)
    await visitor.sees('called off', second!)
    await visitor.clickAt(`${second} ::-p-xpath(.//button[contains(., "after all")])`)
    await visitor.page.waitForSelector(`${second}[data-state="open"]`)
    const [{ id }] = await world.db('accounts').where({ name: 'Tomas Brill' })
    await visitor.page.select(`${third} select`, id)
    await visitor.page.waitForFunction(
      (where, who) => document.querySelector<HTMLSelectElement>(`${where} select`)?.value === who,
      {},
      third!,
      id,
    )
    await visitor.clickAt(`${second} ::-p-xpath(.//button[contains(., "Prepare")])`)
    await visitor.page.waitForFunction(() => location.pathname.endsWith('/prepare'))
    expect(await world.db('meetings').whereNotNull('series_on')).toHaveLength(1)
  })
  it('read a calendar file in: shown first, done then', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'circle-ics-')), 'holidays.ics')
    writeFileSync(
      file,
      [
        'BEGIN:VCALENDAR',
        'VERSION:2.0',
        'PRODID:x',
        'BEGIN:VEVENT',
        'UID:h1',
        'SUMMARY:Summer break',
        'DTSTART;VALUE=DATE:20300701',
        'DTEND;VALUE=DATE:20300801',
        'END:VEVENT',
        'END:VCALENDAR',
        '',
      ].join('\r\n'),
    )
    await visitor.open('/dates')
    const input = (await visitor.page.$('[data-test="calendar-file"]')) as any
    await input.uploadFile(file)
    await visitor.sees('A holiday, 2030-07-01 to 2030-07-31.', '[data-test="calendar-rows"]')
    await visitor.click('Do it')
    await visitor.sees('Summer break', 'section[aria-label="Holidays"]')
    visitor.expectNoComplaints()
  })
})
