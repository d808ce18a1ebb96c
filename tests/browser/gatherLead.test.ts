import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { foldOutcomes } from '../../core/lead/outcome'
import { HELPER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/**
 * The hour that counts: the room, the door, the offers, the class in three distances, on two screens, and with the
 * server gone.
 */
let world: World
let visitor: Visitor
let lead: Caller
let path = ''
const SOON = { timeout: 60_000 }
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
  lead = await world.signedIn()
  path = `/meetings/${(await nextMeeting(lead)).meeting.id}`
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
const settled = () =>
  expect
    .poll(() => visitor.page.$eval('[data-test="outbox"]', (element) => element.getAttribute('data-waiting')), SOON)
    .toBe('0')

describe('the room', () => {
  const order = () =>
    visitor.page.$$eval('[data-station]', (stations) => stations.map((station) => station.getAttribute('data-station')))
  it('seats everybody to scale, with the reasons, and says what a change by hand breaks', async () => {
    await visitor.open(`${path}/gather`)
    await visitor.sees(/All fit in a (ring|horseshoe)/, '[data-test="room-fits"]')
    const before = await order()
    expect(before).toHaveLength(11)
    const view = await nextMeeting(lead)
    const dov = view.people.find((person: any) => person.name === 'Dov Harrow').id
    await visitor.clickAt(`[data-station="${dov}"]`)
    await visitor.sees('Sees poorly', 'section[aria-label="The room"]')
    // Across the room by hand: as far from the instructor as it goes.
    const far = before[(before.indexOf(dov) + 5) % 11]
    const [a, b] = [
      await (await visitor.page.$(`[data-station="${dov}"] text`))!.boundingBox(),
      await (await visitor.page.$(`[data-station="${far}"] text`))!.boundingBox(),
    ]
    await visitor.page.mouse.move(a!.x + 5, a!.y + 5)
    await visitor.page.mouse.down()
    await visitor.page.mouse.move(b!.x + 5, b!.y + 5, { steps: 8 })
    await visitor.page.mouse.up()
    await visitor.sees('Dov: sees poorly', '[data-test="broken"]')
    await expect.poll(async () => (await nextMeeting(lead)).meeting.seating, SOON).toHaveLength(11)
    await visitor.expectAccessible()
    await visitor.click('Seat them anew')
    await expect.poll(async () => (await nextMeeting(lead)).meeting.seating, SOON).toBeNull()
  })
  it('takes a walk-in in one step, at level 2 at most, and closes the gap of who does not come', async () => {
    await visitor.page.locator('[data-test="walk-in"]').fill('Nela Brook')
    await visitor.click('Joins today')
    await visitor.sees('Nela Brook', 'ul[aria-label="Who is here"]')
    // Nobody knows them: breath only, until they are asked what cannot wait.
    await visitor.sees('Not asked yet: breath only until you have.', '[data-test="first-at-door"]')
    await visitor.expectAccessible()
    await visitor.click('Asked: none of this')
    await visitor.sees('Not screened yet: level 2 at most.', 'section[aria-label="Offers for Nela Brook"]')
    await visitor.page.waitForFunction(() => !document.querySelector('[data-test="first-at-door"]'))
    await visitor.sees('Nela Brook is a guest today.')
    await visitor.click('Take into the circle')
    await visitor.page.waitForFunction(() => !document.body.innerText.includes('is a guest today'))
    const [{ id: nela }] = await world.db('participants').where({ name: 'Nela Brook' })
    expect(await world.db('circle_members').where({ participant_id: nela })).toHaveLength(1)
    for (let person = 0; person < 9; person += 1) await visitor.press('ArrowUp')
    await visitor.press('ArrowUp', 'ArrowUp')
    for (let person = 0; person < 5; person += 1) await visitor.press('h', 'ArrowDown')
    await visitor.page.waitForFunction(() => document.querySelectorAll('[data-station]').length === 6)
  })
  it('asks for help at a red flag at the door, with the contact', async () => {
    await visitor.click('Agnes Tveit')
    await visitor.choose('select[aria-label="New since last time, Agnes Tveit"]', 'red-flag')
    await visitor.sees('Agnes Tveit does not take part.')
    await visitor.sees('Sanne Tveit')
    await visitor.choose('select[aria-label="New since last time, Agnes Tveit"]', 'none')
  })
})

describe('today’s offers and props', () => {
  it('are a grid of people and blocks, changed by one key, with a reason against a limit', async () => {
    await visitor.press('o')
    await visitor.page.waitForSelector('[data-test="offers"]')
    // Somebody on the lowest rung has one above it.
    const cell = await visitor.page.$$eval('[data-cell]', (cells) =>
      cells
        .find((one) => one.querySelector('svg text')?.textContent === '1' && !one.textContent!.includes('breath'))!
        .getAttribute('data-cell')!,
    )
    await visitor.clickAt(`[data-cell="${cell}"]`)
    const level = () => visitor.page.$eval(`[data-cell="${cell}"]`, (one) => one.textContent)
    const before = await level()
    await visitor.page.keyboard.press('+')
    await visitor.page.waitForFunction(
      (which, was) => document.querySelector(`[data-cell="${which}"]`)!.textContent !== was,
      {},
      cell,
      before,
    )
    expect(await level()).toContain('chosen by hand')
    await visitor.expectAccessible()
    await visitor.page.keyboard.press('-')
  })
  it('lay the props out station by station', async () => {
    await visitor.press('p')
    await visitor.sees('Beside each station, before the start', '[data-test="props"]')
    await visitor.sees('Agnes', '[data-test="props"]')
    await visitor.expectAccessible()
    await visitor.press('a')
  })
})

describe('a rehearsal', () => {
  it('runs the same screen fast with simulated people and keeps nothing', async () => {
    await visitor.open(`${path}/lead`)
    await visitor.click('Rehearse')
    await visitor.press('Space')
    await visitor.page.select('[data-test="rehearsal"] select', '30')
    await visitor.page.waitForFunction(
      () => Number(document.querySelector('[data-test="lead"]')!.getAttribute('data-step')) >= 5,
      { timeout: 60_000 },
    )
    await visitor.sees('✓', '[data-test="lead"]')
    await visitor.click('End the rehearsal')
    await visitor.sees('Ready when you are')
    expect(await world.db('class_events').count('* as sent').first()).toMatchObject({ sent: 0 })
  })
})

describe('the class screen', () => {
  const sizes: [number, number, string][] = [
    [1280, 800, 'Hand'],
    [820, 1180, 'Hand'],
    [390, 844, 'Pocket'],
    [1280, 800, 'Room'],
    [820, 1180, 'Room'],
    [390, 844, 'Room'],
  ]
  it.each(sizes)(
    'at %i × %i is accessible (%s), and shows no scroll bar in the room',
    async (width, height, distance) => {
      await visitor.page.setViewport({ width, height })
      await visitor.click('Menu')
      await visitor.click(distance)
      await visitor.page.waitForSelector(`[data-distance="${distance.toLowerCase()}"]`)
      await visitor.expectAccessible()
      const over = await visitor.page.evaluate(() => [
        document.documentElement.scrollWidth - innerWidth,
        document.documentElement.scrollHeight - innerHeight,
      ])
      expect(over[0]).toBeLessThanOrEqual(0)
      if (distance === 'Room') expect(over[1]).toBeLessThanOrEqual(0)
    },
  )
  it('is followed by a second screen at once, and after the server was gone', async () => {
    await visitor.page.setViewport({ width: 1280, height: 800 })
    await visitor.click('Menu')
    await visitor.click('Hand')
    const hall = await Visitor.arrive(world)
    await hall.signIn(HELPER)
    await hall.open(`${path}/follow`)
    await visitor.page.bringToFront()
    await visitor.beginClass()
    await hall.page.waitForSelector('[data-test="follow"][data-status="running"]', { timeout: 60_000 })
    await visitor.press('ArrowRight', 'ArrowRight')
    const step = await visitor.page.$eval('[data-test="lead"]', (element) => element.getAttribute('data-step'))
    await hall.page.waitForSelector(`[data-test="follow"][data-step="${step}"]`, { timeout: 60_000 })
    await settled()
    await world.crash()
    await visitor.press('Space')
    await world.startServer()
    await hall.page.waitForSelector('[data-test="follow"][data-status="paused"]', { timeout: 60_000 })
    await hall.expectAccessible()
    hall.expectNoComplaints()
    await hall.leave()
    await settled()
  })
  it('notes a hand, a slip and how, and lets sharp pain end that person’s programme', async () => {
    await visitor.press('1', 'd', 'h', 'l')
    await visitor.page.waitForSelector('[data-test="log-strip"]')
    await visitor.press('Escape', '2', 's', 'n', '7')
    await visitor.page.locator('::-p-xpath(//button[normalize-space(.)="sharp"])').click()
    await visitor.sees(/sits out: sharp pain/)
    await settled()
    const view = await nextMeeting(lead)
    const folded = foldOutcomes(view.outcomes)
    expect(folded.filter((outcome) => outcome.support === 'hand' && outcome.form === 'slipped').length).toBeGreaterThan(
      0,
    )
    expect(folded.filter((outcome) => outcome.painKind === 'sharp' && outcome.pain === 7).length).toBeGreaterThan(0)
    // The same pressed again: the slip is taken back, what else was noted stays.
    await visitor.press('Escape', '1', 'l')
    await visitor.page.waitForFunction(
      () =>
        !Array.from(document.querySelectorAll('button[aria-pressed="true"]')).some((one) =>
          one.textContent!.includes('Slipped'),
        ),
    )
    await settled()
    const [slipped] = folded.filter((outcome) => outcome.support === 'hand' && outcome.form === 'slipped')
    const isSame = (outcome: typeof slipped) =>
      outcome!.participant === slipped!.participant && outcome!.blockId === slipped!.blockId
    expect(foldOutcomes((await nextMeeting(lead)).outcomes).find(isSame)).toMatchObject({ form: null, support: 'hand' })
    await visitor.click('Back in')
    await visitor.page.waitForFunction(() => !document.body.innerText.includes('sits out'))
  })
  it('changes course: shows what is given up for lost minutes, then runs the shorter class', async () => {
    const whole = () => visitor.text('[data-test="class-clock"]').then((words) => words.split(' of ')[1]!)
    const before = await whole()
    await visitor.press('Escape', 'k')
    await visitor.sees('The close stays.', '[data-test="course-menu"]')
    await visitor.expectAccessible()
    await visitor.click('Shorten it like this')
    await expect.poll(whole, SOON).not.toBe(before)
    await visitor.sees('The course is changed: 5 minutes late.', '[data-test="course-changed"]')
    const shorter = await whole()
    await visitor.click('Undo it')
    await expect.poll(whole, SOON).not.toBe(shorter)
    await settled()
    expect(
      (await nextMeeting(lead)).classEvents.some(
        (event: any) => event.event === 'change' && event.why === '5 minutes late',
      ),
    ).toBe(true)
  })
  it('writes an accident down with the time, and shows whom to call', async () => {
    await visitor.press('1', '!')
    await visitor.sees('Sanne Tveit')
    await visitor.page.locator('[data-test="accident"]').fill('Slid from the edge of the bed, no pain.')
    await visitor.click('Write it down')
    await visitor.sees('It is written down.')
    await expect
      .poll(() => world.db('accidents').first(), { timeout: 60_000 })
      .toMatchObject({ participant_id: expect.any(String) })
    await visitor.expectAccessible()
    await visitor.click('Close; the class stays paused')
  })
})
