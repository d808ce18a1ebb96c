import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World } from '../world'
import { Visitor } from './visitor'

/** Designing a session: checks with their fixes, coverage, and the composer from an aim to a plan that is taken. */
let world: World
let visitor: Visitor
let path = ''
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
  path = `/meetings/${(await nextMeeting(await world.signedIn())).meeting.id}`
  await visitor.open(`${path}/prepare`)
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})

describe('a dose', () => {
  it('is typed in the field’s words, and says what it cannot read', async () => {
    await visitor.press('ArrowRight', 'ArrowRight', 'ArrowRight')
    await visitor.press('l')
    await visitor.fill('The dose in words', '8 slow repetitions, 5 s on the last, 2 rounds and a somersault')
    await visitor.press('Enter')
    await visitor.sees('“somersault” could not be read.')
    await visitor.fill('The dose in words', '8 slow repetitions, 5 s on the last, 2 rounds, rest 15 s')
    await visitor.press('Enter')
    await visitor.page.waitForFunction(
      () =>
        (document.querySelector('[data-field="rest"] input, input[data-field="rest"]') as HTMLInputElement | null)
          ?.value === '15',
    )
    await visitor.clickAt('button[aria-label="Rounds more"]')
    await visitor.page.waitForFunction(
      () =>
        (document.querySelector('[data-field="rounds"] input, input[data-field="rounds"]') as HTMLInputElement | null)
          ?.value === '3',
    )
  })
  it('can be otherwise in one lane', async () => {
    await visitor.page.locator('::-p-xpath(//summary[contains(., "A lane does it otherwise")])').click()
    await visitor.choose('select[aria-label="Bed does"]', 'paced-breath')
    await visitor.sees('Otherwise: bed')
    await visitor.expectAccessible()
    await visitor.choose('select[aria-label="Bed does"]', '')
  })
})

describe('the lanes', () => {
  it('have phases above, and no sideways scroll at 1280 × 800', async () => {
    await visitor.sees('warm', '[aria-label="Phases"]')
    expect(
      await visitor.page.$eval(
        '[aria-label="Phases"]',
        (band) => band.closest('.overflow-x-auto')!.scrollWidth - band.closest('.overflow-x-auto')!.clientWidth,
      ),
    ).toBeLessThanOrEqual(0)
    await visitor.click('More')
    await visitor.click('Wider columns')
    await visitor.page.waitForFunction(() => {
      const frame = document.querySelector('[aria-label="Phases"]')!.closest('.overflow-x-auto')!
      return frame.scrollWidth > frame.clientWidth
    })
    await visitor.click('More')
    await visitor.click('Narrower columns')
  })
  it('are added to by what costs least moving, and do a block once more', async () => {
    const count = () => visitor.page.$$eval('[data-block]', (blocks) => blocks.length)
    const before = await count()
    await visitor.press('a')
    await visitor.choose('select[aria-label="Order"]', 'nearest')
    await visitor.sees('nobody has to move')
    await visitor.expectAccessible()
    await visitor.press('Escape', 'd')
    await visitor.page.waitForFunction(
      (blocks) => document.querySelectorAll('[data-block]').length === blocks + 1,
      {},
      before,
    )
    await visitor.press('Control+z')
    await visitor.page.waitForFunction(
      (blocks) => document.querySelectorAll('[data-block]').length === blocks,
      {},
      before,
    )
  })
})

describe('several blocks', () => {
  const order = () =>
    visitor.page.$$eval('[data-block]', (blocks) => blocks.map((block) => block.getAttribute('data-block')!))
  it('are chosen with shift, moved together, copied behind and taken out', async () => {
    const before = await order()
    await visitor.page.locator(`[data-block="${before[1]}"] button`).click()
    await visitor.press('Shift+ArrowRight', 'Alt+ArrowRight')
    await visitor.page.waitForFunction(
      (id) => document.querySelectorAll('[data-block]')[1]!.getAttribute('data-block') === id,
      {},
      before[3],
    )
    expect((await order()).slice(1, 4)).toEqual([before[3], before[1], before[2]])
    await visitor.press('Control+c', 'Control+v')
    await visitor.page.waitForFunction(
      (count) => document.querySelectorAll('[data-block]').length === count + 2,
      {},
      before.length,
    )
    await visitor.press('Delete')
    await visitor.page.waitForFunction(
      (count) => document.querySelectorAll('[data-block]').length === count,
      {},
      before.length,
    )
    await visitor.press('Control+z', 'Control+z', 'Control+z')
    await visitor.page.waitForFunction(
      (ids) =>
        Array.from(document.querySelectorAll('[data-block]'))
          .map((block) => block.getAttribute('data-block'))
          .join() === ids,
      {},
      before.join(),
    )
  })
})

describe('moving blocks', () => {
  /** Drags with the mouse in small steps, the way a hand does, and returns what the page said meanwhile. */
  async function drag(from: string, to: string, atEnd: () => Promise<void>): Promise<void> {
    const [a, b] = [
      await (await visitor.page.waitForSelector(from))!.boundingBox(),
      await (await visitor.page.waitForSelector(to))!.boundingBox(),
    ]
    await visitor.page.mouse.move(a!.x + 30, a!.y + 14)
    await visitor.page.mouse.down()
    await visitor.page.mouse.move(b!.x + 40, b!.y + 24, { steps: 24 })
    await visitor.page.mouse.move(b!.x + 20, b!.y + 22, { steps: 4 })
    await atEnd()
    await visitor.page.mouse.up()
  }
  const ids = () =>
    visitor.page.$$eval('[data-block]', (blocks) => blocks.map((block) => block.getAttribute('data-block')))

  it('shows while dragging what the new order changes, and takes it when it is let go', async () => {
    const before = await ids()
    await drag('[data-block]:nth-child(2)', '[data-block]:nth-child(5)', () =>
      visitor.sees(/in all, .*(shorter|longer|the same time)/, '[data-test="ghost"]'),
    )
    await visitor.page.waitForFunction(
      (was) =>
        Array.from(document.querySelectorAll('[data-block]'))
          .map((block) => block.getAttribute('data-block'))
          .join() !== was,
      {},
      before.join(),
    )
    expect((await ids()).toSorted()).toEqual(before.toSorted())
    await visitor.press('Control+z')
    await visitor.page.waitForFunction(
      (was) =>
        Array.from(document.querySelectorAll('[data-block]'))
          .map((block) => block.getAttribute('data-block'))
          .join() === was,
      {},
      before.join(),
    )
  })
  it('takes a movement from the finder where it is let go, with its cost there', async () => {
    const before = await ids()
    await visitor.press('a')
    await visitor.type('heel raises')
    await visitor.page.waitForFunction(() => document.querySelectorAll('aside [data-movement]').length === 1)
    await drag('aside [data-movement]', '[data-block]:nth-child(3)', () =>
      visitor.sees(/Heel raises: \+\d/, '[data-test="ghost"]'),
    )
    await visitor.page.waitForFunction(
      (count) => document.querySelectorAll('[data-block]').length === count,
      {},
      before.length + 1,
    )
    expect((await ids()).filter((id) => before.includes(id))).toEqual(before)
    expect(await visitor.page.$$eval('aside [data-movement]', (entries) => entries.length)).toBe(1)
    await visitor.press('Escape')
    await visitor.page.waitForFunction(() => !document.querySelector('aside[role="dialog"]'))
    await visitor.press('Control+z')
    await visitor.page.waitForFunction(
      (count) => document.querySelectorAll('[data-block]').length === count,
      {},
      before.length,
    )
  })
  it('takes back two hundred steps', async () => {
    const before = await ids()
    await visitor.clickAt('[data-block]:nth-child(2) button')
    for (let step = 0; step < 100; step += 1) await visitor.press('Alt+ArrowRight', 'Alt+ArrowLeft')
    for (let step = 0; step < 99; step += 1) await visitor.press('Control+z', 'Control+z')
    await visitor.press('Control+z')
    expect(await ids()).not.toEqual(before)
    await visitor.press('Control+z')
    expect(await ids()).toEqual(before)
  })
  it('are dragged among twenty as among few', async () => {
    const before = await ids()
    await visitor.press('Control+a')
    while ((await ids()).length < 20) await visitor.press('d')
    await visitor.clickAt('[data-block]:nth-child(3) button')
    await visitor.page.waitForFunction(
      () => document.querySelector('[data-block]:nth-child(2)')!.getBoundingClientRect().left > 130,
    )
    const [, second] = await ids()
    await drag('[data-block]:nth-child(2)', '[data-block]:nth-child(7)', () =>
      visitor.page.waitForSelector('[data-test="ghost"]').then(() => undefined),
    )
    await expect.poll(async () => (await ids()).indexOf(second!)).toBeGreaterThan(3)
    while ((await ids()).length > before.length) await visitor.press('Control+z')
    expect(await ids()).toEqual(before)
  })
})

describe('versions and paper', () => {
  it('say what changed and bring an earlier version back', async () => {
    await visitor.sees('Saved', '[data-test="saved"]')
    await visitor.click('More')
    await visitor.click('Versions')
    await visitor.page.waitForSelector('[data-version]')
    await visitor.sees(
      /Bridge: .* → 8 slow repetitions, 5 s on the last × 2, rest 15 s|Bridge/,
      'section[aria-label="Earlier versions"]',
    )
    await visitor.expectAccessible()
    await visitor.press('Escape')
  })
  it('print the running order on two A4 pages at most, with names and cues', async () => {
    await visitor.open(`${path}/paper`)
    await visitor.sees('Look round')
    await visitor.sees('Cora')
    await visitor.page.waitForFunction(() => Array.from(document.images).every((image) => image.complete))
    const pdf = await visitor.page.pdf({ preferCSSPageSize: true })
    expect(
      Buffer.from(pdf)
        .toString('latin1')
        .match(/\/Type \/Page\b/g)!.length,
    ).toBeLessThanOrEqual(2)
    await visitor.expectAccessible()
    await visitor.open(`${path}/prepare`)
  })
})

describe('checks', () => {
  it('follow the plan, say why, and mend it in one click', async () => {
    await visitor.press('c')
    await visitor.page.waitForSelector('[data-check="drink"]')
    await visitor.expectAccessible()
    await visitor.click('Add a drink break half way')
    await visitor.page.waitForFunction(() => !document.querySelector('[data-check="drink"]'))
    await visitor.press('Control+z')
    await visitor.page.waitForSelector('[data-check="drink"]')
  })
  it('let a plan with a stop be saved, and not led', async () => {
    await visitor.click('More')
    await visitor.click('How it runs')
    await visitor.clickAt('[data-setting="spaceCheck"]')
    await visitor.press('Escape')
    // A key that comes while it still closes is its own.
    await visitor.page.waitForFunction(() => !document.querySelector('[data-setting="spaceCheck"]'))
    await visitor.press('c')
    await visitor.page.waitForSelector('[data-check="space-check"][data-weight="stop"]')
    await visitor.sees('Saved', '[data-test="saved"]')
    await visitor.open(`${path}/lead`)
    await visitor.sees('Not to be led like this: No look at space and chairs', '[data-test="stops"]')
    await visitor.press('Space')
    expect(await visitor.page.$eval('[data-test="lead"]', (element) => element.getAttribute('data-status'))).toBe(
      'ready',
    )
    await visitor.open(`${path}/prepare`)
    await visitor.sees(/block \d+ of \d/)
    await visitor.press('c')
    await visitor.click('Begin with it')
    await visitor.page.waitForFunction(() => !document.querySelector('[data-weight="stop"]'))
  })
})

describe('coverage', () => {
  it('shows each lane against the aim and adds what fills a gap best', async () => {
    await visitor.press('v')
    await visitor.page.select('section[aria-label="Coverage"] select', 'easy-shoulders')
    await visitor.sees('Seconds on tissue, a side')
    await visitor.sees(/misses most per minute/)
    await visitor.expectAccessible()
    const before = await visitor.page.$$eval('[data-block]', (blocks) => blocks.length)
    await visitor.page.locator('section[aria-label="Coverage"] p button').click()
    await visitor.page.waitForFunction(
      (count) => document.querySelectorAll('[data-block]').length === count + 1,
      {},
      before,
    )
  })
})

describe('the composer', () => {
  it('answers with plans and reasons, and says how much better any plan could be', async () => {
    await visitor.press('m')
    await visitor.choose('[data-test="aim"]', 'free-hips')
    await visitor.clickAt('[data-test="compose"]')
    await visitor.sees(/Nothing clearly better was found|Something better may exist/, '[data-test="honesty"]')
    await visitor.sees('hip rotation', '[data-test="composed"]')
    await visitor.sees('Second:')
    await visitor.expectAccessible()
  })
  it('takes an aim that is weighed by hand, with the lines of balance that have to be in it', async () => {
    const hasStep = (text: string) =>
      /Step and rock|Step and tandem|Step over and reach tall|Down off a low step/.test(text)
    const composed = () => visitor.page.$eval('[data-test="composed"]', (list) => list.textContent)
    expect(hasStep(await composed())).toBe(false)
    await visitor.choose('[data-test="aim"]', 'own')
    await visitor.page.locator('::-p-xpath(//label[contains(., "the step that saves")]/input)').click()
    await visitor.clickAt('[data-test="compose"]')
    await expect.poll(async () => hasStep(await composed()), { timeout: 60_000 }).toBe(true)
    await visitor.choose('[data-test="aim"]', 'free-hips')
    await visitor.clickAt('[data-test="compose"]')
    await expect.poll(async () => hasStep(await composed()), { timeout: 60_000 }).toBe(false)
  })
  it('keeps what is pinned and finds something else for what is not wanted', async () => {
    const names = () =>
      visitor.page.$$eval('[data-test="composed"] strong', (all) =>
        all.map((one) => one.firstChild!.textContent!.trim()),
      )
    const [, second] = await names()
    await visitor.clickAt(`[data-test="composed"] button[aria-label="Something else for ${second}"]`)
    await visitor.page.waitForFunction(
      (gone) =>
        !Array.from(document.querySelectorAll('[data-test="composed"] strong')).some(
          (one) => one.firstChild!.textContent!.trim() === gone,
        ),
      { timeout: 60_000 },
      second,
    )
    await visitor.choose('[data-test="pin"]', 'heel-raises')
    await visitor.clickAt('[data-test="compose"]')
    await visitor.sees('Heel raises', '[data-test="composed"]')
  })
  it('follows the order that is wished, and the lanes say which', async () => {
    await visitor.choose('[data-test="order"]', 'feet-up')
    await visitor.clickAt('[data-test="compose"]')
    await visitor.sees(/Nothing clearly better was found|Something better may exist/, '[data-test="honesty"]')
    await visitor.sees('Heel raises', '[data-test="composed"]')
  })
  it('is taken in one step, led by nobody’s leave but saved, and undone', async () => {
    const before = await visitor.page.$$eval('[data-block]', (blocks) => blocks.length)
    await visitor.clickAt('[data-test="take"]')
    await visitor.sees('Heel raises', 'ol[aria-label="Blocks of the plan"]')
    await visitor.sees('From the feet up', '[data-test="order-said"]')
    await visitor.sees('Saved', '[data-test="saved"]')
    const total = Number(
      await visitor.page.$eval('[data-test="total-seconds"]', (element) => element.getAttribute('data-seconds')),
    )
    expect(total).toBeLessThanOrEqual(45 * 60)
    await visitor.press('Control+z')
    await visitor.page.waitForFunction(
      (count) => document.querySelectorAll('[data-block]').length === count,
      {},
      before,
    )
    visitor.expectNoComplaints()
  })
})

describe('the shelf', () => {
  it('keeps a plan, finds it by words, and holds it against a circle', async () => {
    await visitor.open(`${path}/prepare`)
    await visitor.fill('Title of the plan', 'Kept for winter')
    await visitor.click('More')
    await visitor.click('To the shelf')
    await visitor.sees('“Kept for winter” is on the shelf now.', '[data-test="notice"]')
    await visitor.open('/plans')
    await visitor.page.locator('input[aria-label="Search the shelf"]').fill('winter bridge')
    await visitor.click('Kept for winter')
    await visitor.sees(/It can(not)? be led there/, '[data-test="fit"]')
    await visitor.expectAccessible()
  })
  it('makes a course of weeks after a look at it', async () => {
    await visitor.click('A course of weeks')
    await visitor.fill('Weeks', '3', 'Look at it')
    await visitor.click('Look at it')
    await visitor.sees('The plan as it is.', '[data-test="course"]')
    await visitor.expectAccessible()
    await visitor.click('Make the meetings')
    await visitor.sees('The meetings are made.', '[data-test="course"]')
    expect(await world.db('meetings').whereNotNull('shelf_id').count('* as made').first()).toMatchObject({ made: 3 })
    visitor.expectNoComplaints()
  })
})
