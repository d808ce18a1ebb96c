import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { foldOutcomes } from '../../core/lead/outcome'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/**
 * The whole path, from a person at the door to next week's levels, by clicks and keys; the database has the last word.
 */
let world: World
let visitor: Visitor
let lead: Caller
let meetingId: string
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  meetingId = (await nextMeeting(lead)).meeting.id
  visitor = await Visitor.arrive(world)
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
/** Saving goes by itself: within this time it has happened. */
const SOON = { timeout: 60_000, interval: 100 }
const storedPlan = async () => (await nextMeeting(lead)).meeting.plan
const blocks = async () => (await storedPlan()).blocks.map((block: { movement: string }) => block.movement)

describe('signing in', () => {
  it('says what is wrong and then shows the ring of the circle', async () => {
    await visitor.open('/people')
    await visitor.page.waitForFunction(() => location.pathname === '/sign-in')
    await visitor.fill('E-mail', 'marit@ferngate.example')
    await visitor.fill('Password', 'wrong password')
    await visitor.press('Enter')
    await visitor.sees('The e-mail address or the password is not right.')
    await visitor.expectAccessible()
    await visitor.signIn()
    await visitor.open('/')
    await visitor.sees('The Weir Lane Circle')
    expect(await visitor.page.$$eval('svg [role="button"]', (stations) => stations.length)).toBe(11)
    await visitor.expectAccessible()
  })
})

describe('people', () => {
  it('keeps what was typed when a height cannot be right, then stores the person', async () => {
    await visitor.open('/people/new')
    await visitor.fill('Name', 'Nora Field')
    await visitor.fill('Year of birth', '1948')
    await visitor.fill('Height', '17')
    await visitor.click('Add the person')
    await visitor.sees('The height is between 100 and 230 cm.')
    await visitor.reload()
    await visitor.sees('What you typed last time was kept.')
    await visitor.fill('Height', '171')
    await visitor.click('Asked: none of this')
    await visitor.click('Add something to respect')
    await visitor.choose('select[id]:has(option[value="cannot-kneel"])', 'cannot-kneel')
    await visitor.sees('Not offered: kneeling.')
    await visitor.choose('select[aria-label="Bridge: level in the chair tier"]', '3')
    // She waits for a place: the only circle, which is ticked, is not hers yet.
    await visitor.page.locator('::-p-xpath(//label[contains(., "The Weir Lane Circle")]//input)').click()
    await visitor.expectAccessible()
    await visitor.click('Add the person')
    await visitor.page.waitForFunction(() => /\/people\/[0-9a-f-]{36}$/.test(location.pathname))
    const [row] = await world.db('participants').where({ name: 'Nora Field' })
    expect(row).toMatchObject({ birth_year: 1948, home_tier: 'chair' })
    expect(Number(row.height_cm)).toBe(171)
    expect(
      await world.db('levels').where({ participant_id: row.id }).select('movement', 'tier', 'side', 'level'),
    ).toEqual([{ movement: 'bridge', tier: 'chair', side: 'both', level: 3 }])
    expect(
      (await world.db('participant_considerations').where({ participant_id: row.id })).map((own) => own.consideration),
    ).toEqual(['cannot-kneel'])
  })
  it('changes somebody who is there', async () => {
    await visitor.open('/people')
    await visitor.click('Hollis Wren')
    await visitor.sees('Depth by knee angle')
    await visitor.click('Change')
    await visitor.fill('Height', '182')
    await visitor.click('Save')
    await visitor.sees('Saved.')
    expect(Number((await world.db('participants').where({ name: 'Hollis Wren' }).first()).height_cm)).toBe(182)
  })
})

describe('prepare', () => {
  it('adds, moves and removes blocks by keyboard, and takes it back', async () => {
    await visitor.open(`/meetings/${meetingId}/prepare`)
    const before = await blocks()
    await visitor.press('a')
    await visitor.sees('Add a movement', '[role="dialog"]')
    await visitor.type('sit to stand')
    await visitor.press('Enter')
    await visitor.sees('Sit to stand', 'section[aria-label="Sit to stand"]')
    // The finder stays, for the next one.
    await visitor.sees('Sit to stand is in.', '[role="dialog"]')
    await visitor.press('Escape')
    await visitor.press('Alt+ArrowRight')
    await visitor.sees('Saved', '[data-test="saved"]')
    await expect.poll(blocks, SOON).toEqual([before[0], before[1], 'sit-to-stand', ...before.slice(2)])
    await visitor.press('Delete')
    await visitor.press('Control+z')
    await visitor.press('Control+z')
    await visitor.press('Control+Shift+Z')
    await expect.poll(blocks, SOON).toEqual([before[0], before[1], 'sit-to-stand', ...before.slice(2)])
    await visitor.expectAccessible()
  })
  it('moves a block by mouse', async () => {
    const before = await blocks()
    const shownIds = () =>
      visitor.page.$$eval('[data-block]:not(.sortable-drag)', (all) =>
        all.map((one) => (one as HTMLElement).dataset.block),
      )
    const moved = (await shownIds())[3]
    const from = await (await visitor.page.$('[data-block]:nth-child(4) button'))!.boundingBox()
    const to = await (await visitor.page.$('[data-block]:nth-child(2) button'))!.boundingBox()
    await visitor.page.mouse.move(from!.x + 40, from!.y + 30)
    await visitor.page.mouse.down()
    await visitor.page.mouse.move(to!.x + 60, to!.y + 24, { steps: 12 })
    // A hand lets go once the block is seen where it is wanted.
    let nudge = 0
    await expect
      .poll(async () => {
        nudge += 1
        await visitor.page.mouse.move(to!.x + 12 + (nudge % 3), to!.y + 20, { steps: 2 })
        return (await shownIds())[1]
      }, SOON)
      .toBe(moved)
    await visitor.page.mouse.up()
    await visitor.page.waitForFunction(
      (name) => document.querySelector('[data-block]:nth-child(2)')?.textContent?.includes(name),
      {},
      'Upper-back turn',
    )
    await visitor.sees('Saved', '[data-test="saved"]')
    await expect.poll(blocks, SOON).toEqual([before[0], before[3], before[1], before[2], ...before.slice(4)])
  })
  it('recalculates while a dose is typed, and refuses −3 s at the field', async () => {
    await visitor.open(`/meetings/${meetingId}/prepare`)
    await visitor.press('ArrowRight')
    await visitor.sees('Upper-back turn', 'section h2')
    const total = () =>
      visitor.page.$eval('[data-test="total-seconds"]', (element) => Number(element.getAttribute('data-seconds')))
    const before = await total()
    await visitor.click('Lane by lane')
    await visitor.fill('Hold', '45')
    expect(await total()).toBe(before + 2 * 15)
    await visitor.fill('Hold', '-3')
    await visitor.sees('The hold cannot be less than 0 s.')
    expect(await visitor.page.$eval('[data-field="seconds"] input', (field) => (field as HTMLInputElement).value)).toBe(
      '-3',
    )
    await visitor.fill('Hold', '40')
    await expect.poll(async () => (await storedPlan()).blocks[1].dose, SOON).toEqual({ kind: 'hold', seconds: 40 })
  })
  it('shows in a second tab what the first one changed, and loses nothing of either', async () => {
    const other = await visitor.secondTab()
    await other.open(`/meetings/${meetingId}/prepare`)
    await visitor.page.bringToFront()
    await visitor.fill('Title of the plan', 'From the first tab')
    await expect.poll(async () => (await storedPlan()).title, SOON).toBe('From the first tab')
    await other.page.bringToFront()
    await other.page.waitForFunction(
      () => Array.from(document.querySelectorAll('input')).some((input) => input.value === 'From the first tab'),
      { timeout: 60_000 },
    )
    await other.fill('Length', '50')
    await other.sees('Saved', '[data-test="saved"]')
    await expect.poll(storedPlan, SOON).toMatchObject({ title: 'From the first tab', minutes: 50 })
    await other.page.close()
    await visitor.page.bringToFront()
  })
  it('keeps changes through a server that is down and a closed tab', async () => {
    await visitor.open(`/meetings/${meetingId}/prepare`)
    await world.crash()
    await visitor.fill('Title of the plan', 'Typed while the server was down')
    await visitor.sees('Kept in this browser', '[data-test="saved"]')
    await world.startServer()
    await visitor.reload()
    await visitor.sees('Unsaved changes of an earlier visit were found.')
    await expect.poll(async () => (await storedPlan()).title, SOON).toBe('Typed while the server was down')
  })
})

describe('gather', () => {
  it('ticks who came, asks how they are, and shows what that makes of the offers', async () => {
    await visitor.open(`/meetings/${meetingId}/gather`)
    for (let person = 0; person < 11; person += 1) await visitor.press('h', 'ArrowDown')
    await visitor.sees('11 of 11 are here.')
    await visitor.click('Cora Linden')
    await visitor.press('5')
    await visitor.sees('Pain 5 of 10 on arrival: one level easier.', 'section[aria-label="Offers for Cora Linden"]')
    await visitor.click('Inga Morrow')
    await visitor.clickAt('button[aria-label="Inga Morrow is dizzy"]')
    await visitor.sees('Dizzy today: works in the chair tier.', 'section[aria-label="Offers for Inga Morrow"]')
    await visitor.click('Hollis Wren')
    await visitor.clickAt('button[aria-label="Hollis Wren is ill"]')
    await visitor.sees('Ill: not today.', 'section[aria-label="Offers for Hollis Wren"]')
    await visitor.expectAccessible()
  })
  it('lets an offer be changed by hand, with the reason', async () => {
    await visitor.click('Edda')
    await visitor.choose('select[aria-label="Bridge: choose by hand for Edda Quist"]', 'bridge.chair.2')
    await visitor.sees('Chosen by hand.', 'section[aria-label="Offers for Edda Quist"]')
    await expect.poll(async () => (await nextMeeting(lead)).handChoices.length, SOON).toBe(1)
    const view = await nextMeeting(lead)
    const named = (name: string) => view.people.find((person: { name: string }) => person.name === name).id
    expect(view.arrivals[named('Cora Linden')]).toMatchObject({ came: true, pain: 5 })
    expect(view.arrivals[named('Inga Morrow')]).toMatchObject({ dizzy: true })
    expect(view.handChoices).toEqual([
      expect.objectContaining({ participant: named('Edda Quist'), variation: 'bridge.chair.2' }),
    ])
  })
})

describe('lead', () => {
  const left = () =>
    visitor.page.$eval('[data-test="left"]', (element) => Number(element.getAttribute('aria-label')!.split(' ')[0]))
  const step = () => visitor.page.$eval('[data-test="lead"]', (element) => Number(element.getAttribute('data-step')))
  const status = () => visitor.page.$eval('[data-test="lead"]', (element) => element.getAttribute('data-status'))
  const settled = () =>
    expect
      .poll(() => visitor.page.$eval('[data-test="outbox"]', (element) => element.getAttribute('data-waiting')), SOON)
      .toBe('0')
  const outcomesOf = async (name: string) => {
    const view = await nextMeeting(lead)
    const { id } = view.people.find((person: { name: string }) => person.name === name)
    return view.outcomes.filter((outcome: { participant: string }) => outcome.participant === id)
  }

  it('starts, pauses, adds 15 s, goes back, on and to the next movement', async () => {
    await visitor.open(`/meetings/${meetingId}/lead`)
    await visitor.sees('Ready when you are')
    await visitor.expectAccessible()
    await visitor.beginClass()
    await visitor.page.waitForFunction(
      () => document.querySelector('[data-test="lead"]')?.getAttribute('data-status') === 'running',
    )
    await visitor.press('Space')
    await visitor.page.waitForFunction(
      () => document.querySelector('[data-test="lead"]')?.getAttribute('data-status') === 'paused',
    )
    const before = await left()
    await visitor.press('ArrowUp')
    await visitor.page.waitForFunction(
      (seconds) => document.querySelector('[data-test="left"]')?.getAttribute('aria-label')?.startsWith(`${seconds} `),
      {},
      before + 15,
    )
    await visitor.press('ArrowRight')
    await visitor.page.waitForFunction(
      () => document.querySelector('[data-test="lead"]')?.getAttribute('data-step') === '1',
    )
    await visitor.press('ArrowLeft')
    await visitor.page.waitForFunction(
      () => document.querySelector('[data-test="lead"]')?.getAttribute('data-step') === '0',
    )
    await visitor.press('ArrowDown')
    await visitor.sees('Upper-back turn', '[data-test="now"]')
  })
  it('keeps the clock over a reload in mid-block', async () => {
    await visitor.press('ArrowRight', 'ArrowRight')
    await visitor.sees('Left side', '[data-test="step"]')
    await settled()
    const [at, seconds] = [await step(), await left()]
    await visitor.reload()
    await visitor.sees('Left side', '[data-test="step"]')
    expect([await step(), await left(), await status()]).toEqual([at, seconds, 'paused'])
  })
  it('logs a person as done, partly, eased or stopped with pain, by keys', async () => {
    // From ten people on a person has two figures; after pain or effort the digits are the number.
    await visitor.press('0', '1', 'd', 'c', 'f', '3')
    await visitor.press('0', '2', 'e')
    await visitor.press('0', '3', 's', 'n', '6')
    await visitor.press('0', '4', 'p', 'u', 'p')
    await settled()
    expect(foldOutcomes(await outcomesOf('Agnes Tveit'))).toEqual([
      expect.objectContaining({
        movement: 'upper-back-turn',
        side: 'left',
        done: 'done',
        target: 40,
        achieved: 40,
        form: 'clean',
        effort: 3,
        pain: null,
      }),
    ])
    expect(foldOutcomes(await outcomesOf('Bertil Oake'))).toEqual([
      expect.objectContaining({ done: 'eased', achieved: null }),
    ])
    expect(foldOutcomes(await outcomesOf('Cora Linden'))).toEqual([
      expect.objectContaining({ done: 'stopped', pain: 6 }),
    ])
    expect(foldOutcomes(await outcomesOf('Dov Harrow'))).toEqual([
      expect.objectContaining({ done: 'partly', achieved: 0 }),
    ])
  })
  it('logs by mouse, and leaves out whoever is ill today', async () => {
    expect(await visitor.text('body')).not.toContain('Hollis')
    await visitor.click('Greta')
    await visitor.click('Done')
    await visitor.sees('left done, 40 of 40 s', '[data-test="log-strip"]')
  })
  it('keeps a log that cannot reach the server and sends it later, once', async () => {
    await settled()
    await world.crash()
    await visitor.press('Escape', '0', '6', 'd')
    await visitor.sees('kept in this browser, sent as soon as it answers', '[data-test="outbox-waiting"]')
    await visitor.sees('left done', '[data-test="log-strip"]')
    await world.startServer()
    await visitor.page.waitForFunction(() => document.querySelector('[data-test="outbox-waiting"]') === null, {
      timeout: 60_000,
    })
    await settled()
    expect(await outcomesOf('Farid Nassim')).toHaveLength(1)
  })
  it('shows where help is, and pauses', async () => {
    await visitor.press('Space', '!')
    await visitor.sees('Stop. Call 112.')
    await visitor.sees('green box')
    expect(await status()).toBe('paused')
    await visitor.expectAccessible()
    await visitor.click('Close; the class stays paused')
  })
  it('ends', async () => {
    await visitor.click('Menu')
    await visitor.click('End the class')
    await visitor.sees('The class is over')
    await visitor.click('On to Reflect')
  })
})

describe('reflect', () => {
  const ROW = '[data-decision$=" upper-back-turn"]'
  const rowOf = async (name: string) => {
    const [{ id }] = await world.db('participants').where({ name })
    return `[data-decision="${id} upper-back-turn"]`
  }
  it('proposes one decision for each person and movement with its evidence, in a sentence and a picture', async () => {
    await visitor.sees('6 of 6 not decided yet', '[data-test="open-count"]')
    await visitor.clickAt('[data-group="stay"] button[aria-expanded="false"]')
    await visitor.clickAt(await rowOf('Agnes Tveit'))
    await visitor.sees(/\d+ of \d+ s, (clean, )?effort/, await rowOf('Agnes Tveit'))
    await visitor.clickAt(await rowOf('Dov Harrow'))
    await visitor.sees(/Left: 0 of 40 s.*under a quarter/, await rowOf('Dov Harrow'))
    expect(await visitor.page.$$eval(`${ROW} svg[aria-label*="0 of 40 s"]`, (all) => all.length)).toBeGreaterThan(0)
    await visitor.expectAccessible()
  })
  it('wants a reason before an ease is refused, keeps the choice, and stores the answer', async () => {
    const row = await rowOf('Dov Harrow')
    const levels = await world
      .db('levels as l')
      .join('participants as p', 'p.id', 'l.participant_id')
      .where({ 'p.name': 'Dov Harrow', 'l.movement': 'upper-back-turn', 'l.tier': 'chair' })
      .first('l.level')
    await visitor.clickAt(`${row} [data-act="refuse"]`)
    await visitor.click('Decide')
    if (levels.level > 1) {
      await visitor.sees('Say in a few words why this is not eased.', row)
      await visitor.page.type(`${row} input`, 'Only the first seconds were led')
      await visitor.click('Decide')
    }
    await visitor.sees(/(Refused to ease|Accepted) by Marit Solvang/, row)
  })
  it('accepts the rest: next week’s levels and the ledger', async () => {
    await visitor.press('a')
    await visitor.sees('Everything is decided: these are next week’s levels.', '[data-test="open-count"]')
    const ledger = await world
      .db('ledger as l')
      .join('participants as p', 'p.id', 'l.participant_id')
      .join('accounts as a', 'a.id', 'l.decided_by')
      .where('l.meeting_id', meetingId)
      .select('p.name', 'l.movement', 'l.tier', 'l.to_level', 'l.participant_id', 'l.moves', 'a.name as by')
    expect(ledger.map((entry) => entry.name).sort()).toEqual([
      'Agnes Tveit',
      'Bertil Oake',
      'Cora Linden',
      'Dov Harrow',
      'Farid Nassim',
      'Greta Polder',
    ])
    for (const entry of ledger) {
      expect(entry.by).toBe('Marit Solvang')
      const stored = await world
        .db('levels')
        .where({ participant_id: entry.participant_id, movement: entry.movement, tier: entry.tier })
        .whereIn('side', ['both', entry.moves])
        .first('level')
      expect(stored.level).toBe(entry.to_level)
    }
  })
  it('complained about nothing on the way', () => {
    visitor.expectNoComplaints()
  })
})
