import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER } from '../demoData'
import { World } from '../world'
import { Visitor } from './visitor'

/**
 * Knowing the people: the profile, a screening by a helper, measuring with keys, gates, a first placement,
 * spreadsheets.
 */
const TABLET = { width: 820, height: 1180 }
let world: World
let visitor: Visitor
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
const idOf = async (name: string): Promise<string> => (await world.db('participants').where({ name }).first('id')).id

describe('a profile', () => {
  it('says where somebody works, what the next gate asks, what to respect, how six weeks went', async () => {
    await visitor.open(`/people/${await idOf('Cora Linden')}`)
    await visitor.sees('Before standing:')
    await visitor.sees('The seat is raised so that the right hip stays under 90°.')
    await visitor.sees(/Came to \d of 6/)
    await visitor.page.waitForSelector('[data-chart="chair-stand"] svg .apexcharts-series')
    await visitor.sees(/30-second chair stand: \d+ stands, (level|rising|falling)/)
    await visitor.sees('Rikli & Jones 1999 (memory)')
    await visitor.click('Knee to wall')
    await visitor.page.waitForSelector('[data-chart="knee-to-wall"] svg .apexcharts-series')
    await visitor.expectAccessible()
  })
  it('lets a result be corrected and keeps the old one in sight', async () => {
    await visitor.page.locator('::-p-xpath(//summary[contains(., "All results")])').click()
    await visitor.click('Put it right')
    await visitor.page.waitForSelector('input[aria-label^="Right result"]')
    await visitor.press('Backspace')
    const field = (await visitor.page.$('input[aria-label^="Right result"]'))!
    await field.click({ count: 3 })
    await field.type('900')
    await visitor.press('Enter')
    await visitor.sees('cannot be')
    await field.click({ count: 3 })
    await field.type('9')
    await visitor.press('Enter')
    await visitor.sees('corrected')
  })
  it('says what three questions about falls lead to, and how much balance guidelines ask for', async () => {
    await visitor.open(`/people/${await idOf('Dov Harrow')}`)
    await visitor.sees('The risk of falling is raised.', '[data-test="falls"]')
    await visitor.sees('Work on: balance, from the ankles to the hips to the step.', '[data-test="falls"]')
    await visitor.sees('about 3 hours a week', '[data-test="balance-time"]')
    await visitor.expectAccessible()
    await visitor.click('Write to who treats them')
    await visitor.page.waitForFunction(() => location.pathname.endsWith('/letter'))
    visitor.expectNoComplaints()
  })
})

describe('what is open to somebody', () => {
  it('says by movement and tier what closes and what would open it; a clearance opens what it names', async () => {
    const id = await idOf('Cora Linden')
    await visitor.open(`/people/${id}`)
    await visitor.click('What is open to them')
    await visitor.sees('What is open to Cora Linden')
    await visitor.sees('deep hip bend cleared by whoever treats them', '[data-tier="chair"]')
    await visitor.expectAccessible()
    await visitor.open(`/people/${id}/change`)
    await visitor.fill('Cleared by', 'Dr Sample')
    await visitor.sees('What the clearance opens')
    await visitor.page.locator('::-p-xpath(//label[contains(., "deep hip bend")]/input)').click()
    await visitor.sees('Cleared by Dr Sample, so only watched on the right: deep hip bend.')
    await visitor.sees('Not offered on the right: hip cross midline, hip inward turn to its end.')
    await visitor.click('Save')
    await visitor.sees('Saved.')
    await visitor.open(`/people/${id}/open`)
    await visitor.sees('hip inward turn to its end cleared by whoever treats them', '[data-tier="chair"]')
    const said = await visitor.page.$eval('[data-tier="chair"]', (section) => section.textContent)
    expect(said).not.toContain('deep hip bend')
  })
})

describe('levels on the profile', () => {
  it('are chosen with the arrows, set by a number, and put back by Undo', async () => {
    const id = await idOf('Cora Linden')
    const levelOf = async () =>
      (await world.db('levels').where({ participant_id: id, movement: 'bridge', tier: 'chair', side: 'both' }).first())
        ?.level
    await visitor.open(`/people/${id}`)
    await visitor.clickAt('[data-movement="bridge"] button')
    await visitor.page.waitForSelector('[data-movement="bridge"][data-ladder="open"] img')
    await visitor.expectAccessible()
    const before = await levelOf()
    const after = before === 3 ? 2 : 3
    await visitor.press(String(after))
    await visitor.sees(`Bridge: level ${before} → ${after}.`)
    expect(await levelOf()).toBe(after)
    await visitor.click('Undo')
    await expect.poll(levelOf).toBe(before)
    await visitor.press('ArrowDown')
    await visitor.page.waitForFunction(() => !document.querySelector('[data-movement="bridge"][data-ladder="open"]'))
    expect(await visitor.page.$$('[data-ladder="open"]')).toHaveLength(1)
  })
})

describe('finding', () => {
  it('takes one key from anywhere, the exact name first, and Enter goes there', async () => {
    await visitor.open('/dates')
    await visitor.press('/')
    await visitor.page.waitForSelector('[data-test="search"] input')
    await visitor.type('bridge')
    await visitor.page.waitForSelector('[data-found="Movement"]')
    await visitor.expectAccessible()
    expect(await visitor.text('[data-found]')).toMatch(/^Bridge/)
    await visitor.press('Enter')
    await visitor.arrivesAt('/movements/bridge')
    await visitor.press('/')
    await visitor.page.waitForSelector('[data-test="search"] input')
    await visitor.type('cora')
    await visitor.page.waitForSelector('[data-found="Person"]')
    await visitor.press('Enter')
    await visitor.arrivesAt(`/people/${await idOf('Cora Linden')}`)
  })
})

describe('a screening', () => {
  it('is half filled by a helper on a tablet, survives a closed browser, and is sent by keys', async () => {
    const id = await idOf('Jonas Tarn')
    let helper = await Visitor.arrive(world, TABLET)
    try {
      await helper.signIn(HELPER)
      await helper.open(`/people/${id}`)
      await helper.sees('for leads')
      await helper.click('Screen')
      await helper.sees('A few questions for Jonas Tarn')
      await helper.clickAt('[data-place="knee"]')
      await helper.clickAt('[data-question="fallen"] [data-option="yes"]')
      await helper.sees('Fallen, and not steady again yet')
      await helper.expectAccessible()
      helper = await helper.comeBack(TABLET)
      await helper.open(`/people/${id}/screen`)
      await helper.sees('What was answered before is kept.')
      await helper.sees('Knee replacement or painful knee')
      await helper.page.focus('[data-question="heart"] [data-option="open"]')
      await helper.press('Enter')
      await helper.sees('Heart condition, not cleared', '[data-test="waits"]')
      await helper.clickAt('[data-none="nerves"]')
      await helper.page.focus('[data-test="save"]')
      await helper.press('Enter')
      // Which knee was not said: that is asked where it stands, and nothing is assumed.
      await helper.sees('Say which side: left, right or both.', 'fieldset')
      await helper.choose('fieldset select:has([value="left"])', 'left')
      await helper.page.focus('[data-test="save"]')
      await helper.press('Enter')
      await helper.sees('it cannot be opened again from here', '[data-test="screened"]')
      expect((await helper.kept('drafts')).filter((name) => name.includes('screening'))).toEqual([])
      helper.expectNoComplaints()
    } finally {
      await helper.leave()
    }
    await visitor.open('/')
    await visitor.sees('Heart condition, not cleared: breath only until cleared.')
    await visitor.open(`/people/${id}`)
    await visitor.sees('Knee replacement or painful knee')
    await visitor.sees('by Tomas Brill')
  })
})

describe('measuring', () => {
  it('runs on keys: a stopwatch, a typed amount with its message, and what the result means', async () => {
    await visitor.open(`/people/${await idOf('Dov Harrow')}/measure?measure=up-and-go`)
    await visitor.sees('To stop safely.')
    await visitor.press('Space', 'Space')
    await visitor.sees('cannot be. Between 3 and 120 s it can.')
    await visitor.page.focus('[data-test="typed"]')
    await visitor.type('13,2')
    await visitor.press('Enter', 'Tab')
    await visitor.sees('13.2 s', 'dl')
    await visitor.clickAt('[data-test="save"]')
    await visitor.sees('12 s or more, a sign of a raised risk of falling', '[data-test="result"]')
    await visitor.expectAccessible()
  })
  it('counts each side, and says how they differ', async () => {
    await visitor.open(`/people/${await idOf('Dov Harrow')}/measure?measure=heel-raises`)
    for (let times = 0; times < 9; times += 1) await visitor.press('Space')
    await visitor.press('Backspace', 'Enter')
    await visitor.sees('8 raises', 'dl')
    await visitor.press('r')
    for (let times = 0; times < 12; times += 1) await visitor.press('Space')
    await visitor.press('Enter', 's')
    await visitor.sees('12 raises', '[data-test="result"]')
    await visitor.open(`/people/${await idOf('Dov Harrow')}/measure?measure=heel-raises`)
    await visitor.page.focus('[data-test="typed"]')
    await visitor.type('8')
    await visitor.press('Enter')
    await visitor.clickAt('[data-test="save"]')
    await visitor.sees('left has 67 % of right: worth showing.', '[data-test="result"]')
  })
  it('reads an angle off the tilt sensor, draws its trace, and asks about an unlikely one', async () => {
    await visitor.open(`/people/${await idOf('Edda Quist')}/measure?measure=hip-turn-in`)
    // This device has no sensor: that is said, and nothing is made up unasked.
    await visitor.press('Space')
    await visitor.sees('No tilt sensor answers on this device', '[data-test="tilt"]')
    expect(await visitor.page.$('[data-test="take"]')).toBeNull()
    await visitor.choose('[data-test="sensor"]', '0')
    await visitor.click('Start measuring')
    await visitor.page.waitForSelector('[data-test="take"]', { timeout: 60_000 })
    expect(await visitor.page.$$('svg[role="img"] rect')).toHaveLength(1)
    await visitor.sees(/Held at 3\d°, for \d/, '[data-test="tilt"]')
    await visitor.clickAt('[data-test="take"]')
    await visitor.sees(/3\d°/, 'dl')
    await visitor.sees('counts for no level, no table and no gate', '[data-test="simulated"]')
    await visitor.page.focus('[data-test="typed"]')
    await visitor.type('41')
    await visitor.press('Enter')
    await visitor.sees('These tries are simulated', '[role="alert"]')
    await visitor.clickAt('[data-test="save"]')
    await visitor.sees('simulated: it counts for nothing', '[data-test="result"]')
    // What was refused still stands in the field.
    await visitor.page.click('[data-test="typed"]', { count: 3 })
    await visitor.type('70')
    await visitor.press('Enter')
    await visitor.sees('70° is far from what is usual')
    await visitor.expectAccessible()
  })
})

describe('tier gates', () => {
  it('say what was passed, and let the missing one be measured on the spot; then the tier is opened', async () => {
    const id = await idOf('Agnes Tveit')
    await visitor.open(`/people/${id}/gates`)
    await visitor.page.waitForSelector('[data-gate="chair"] [data-state]')
    await visitor.expectAccessible()
    await visitor.click('Measure sitting on the edge, unsupported')
    await visitor.sees('Sitting on the edge, unsupported', 'h1')
    await visitor.page.focus('[data-test="typed"]')
    await visitor.type('60')
    await visitor.press('Enter')
    await visitor.clickAt('[data-test="save"]')
    await visitor.page.waitForSelector('[data-test="result"]')
    await visitor.open(`/people/${id}/measure?measure=sit-up-help&back=gates`)
    await visitor.click('guiding hands')
    await visitor.clickAt('[data-test="save"]')
    await visitor.page.waitForSelector('[data-test="result"]')
    await visitor.click('Tier gates')
    await visitor.click('Open chair')
    await visitor.sees('Chair: alone.', '[data-test="said"]')
    expect((await world.db('participants').where({ id }).first('access')).access.chair).toBe('yes')
  })
})

describe('a first placement', () => {
  it('is proposed with reasons, changed, and accepted in one go', async () => {
    const { body } = await (
      await world.signedIn()
    ).call('POST', '/api/participants', {
      name: 'Una New',
      birthYear: 1950,
      sex: 'female',
      heightCm: 165,
      pace: 'usual',
      homeTier: 'chair',
      access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
      considerations: [{ consideration: 'neck-pain' }],
      levels: [],
    })
    await visitor.open(`/people/${body.id}/start`)
    await visitor.sees('the usual start in the home tier')
    await visitor.sees('Neck pain')
    await visitor.choose('select[aria-label="Bridge: start in the chair tier"]', '3')
    await visitor.sees('1 changed')
    await visitor.expectAccessible()
    await visitor.click('Accept')
    await visitor.page.waitForFunction((id) => location.pathname === `/people/${id}`, {}, body.id)
    const levels = await world.db('levels').where({ participant_id: body.id })
    expect(levels.length).toBeGreaterThan(60)
    expect(levels.find((level) => level.movement === 'bridge' && level.tier === 'chair').level).toBe(3)
  })
})

describe('spreadsheets', () => {
  it('show row by row what they would do, in an old code page with semicolons, and then do it', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'circle-sheet-'))
    const file = join(folder, 'people.csv')
    writeFileSync(
      file,
      Buffer.from('Name;Geburtstag;Born;Sex;Height\r\nÅse Holm;;3.8.1944;w;158,5\r\nPer Mist;;1850;m;\r\n', 'latin1'),
    )
    await visitor.open('/people/import')
    const input = (await visitor.page.$('[data-test="file"]')) as ElementHandle<HTMLInputElement>
    await input.uploadFile(file)
    await visitor.sees('1 is added')
    await visitor.sees('The year of birth is 1900 at least.')
    await visitor.expectAccessible()
    expect(await world.db('participants').where({ name: 'Åse Holm' })).toHaveLength(0)
    await visitor.clickAt('[data-test="commit"]')
    await visitor.sees('Done.', '[data-test="done"]')
    expect(await world.db('participants').where({ name: 'Åse Holm' }).first('birth_year')).toEqual({ birth_year: 1944 })
    rmSync(folder, { recursive: true })
  })
})

describe('privacy', () => {
  it('shows leads who looked, and erases a record once its name was typed', async () => {
    await visitor.open('/people/log')
    await visitor.sees('took a screening')
    await visitor.expectAccessible()
    const id = await idOf('Farid Nassim')
    await visitor.open(`/people/${id}/change`)
    await visitor.page.locator('::-p-xpath(//summary[contains(., "Erase the record")])').click()
    expect(await visitor.page.$eval('.button-stop', (button) => (button as HTMLButtonElement).disabled)).toBe(true)
    await visitor.page.locator('::-p-xpath(//label[contains(., "Type the name")]//input)').fill('Farid Nassim')
    await visitor.click('Erase Farid Nassim')
    await visitor.page.waitForFunction(() => location.pathname === '/people')
    expect(await world.db('participants').where({ id })).toHaveLength(0)
    visitor.expectNoComplaints()
  })
})
