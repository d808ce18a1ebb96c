import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { World } from '../world'
import { Visitor } from './visitor'

/** The movements as an instructor uses them: find one, read its ladders, see what fits a body, make it one's own. */
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

describe('movements', () => {
  it('are found by words, region and what they avoid', async () => {
    await visitor.open('/movements')
    await visitor.sees('67 of 67', '[data-test="found"]')
    await visitor.page.type('input[type="search"]', 'open book')
    await visitor.sees('1 of 67', '[data-test="found"]')
    await visitor.click('Show all')
    await visitor.page.select('select:has(option[value="neck"])', 'neck')
    await visitor.sees('Neck turns, tilts and nods')
    await visitor.click('Show all')
    await visitor.click('Nothing to avoid')
    await visitor.page.locator('::-p-xpath(//li[@role="option"][contains(., "kneeling")])').click()
    await visitor.page.locator('::-p-xpath(//li[@role="option"][contains(., "floor transfer")])').click()
    await visitor.press('Escape')
    await visitor.sees('No kneeling, no floor transfer')
    await visitor.expectAccessible()
  })
  it('show four ladders with the circle’s people on their rungs, and every figure', async () => {
    await visitor.open('/movements/front-of-hip-opening')
    await visitor.sees('Greta', 'section[aria-label="Standing ladder"]')
    await visitor.page.waitForFunction(() =>
      Array.from(document.images)
        .filter((image) => image.src.includes('/figures/'))
        .every((image) => image.complete && image.naturalWidth > 0),
    )
    expect(await visitor.page.$$eval('img[src*="/figures/"]', (images) => images.length)).toBeGreaterThan(12)
    await visitor.click('Half-kneel with reach')
    await visitor.sees('Tuck and squeeze first.')
    await visitor.sees('Hip replacement, front approach, not cleared')
    await visitor.expectAccessible()
  })
  it('shows the movement moving, slower, held at a pose, and from another angle', async () => {
    await visitor.open('/movements/sit-to-stand')
    await visitor.page.waitForSelector('[data-test="stage"] [data-test="moving-figure"] path')
    const outlines = () =>
      visitor.page.$$eval('[data-test="stage"] path', (all) => all.map((path) => path.getAttribute('d')).join())
    const moves = async (forMs = 700) => {
      const before = await outlines()
      await new Promise((done) => setTimeout(done, forMs))
      return (await outlines()) !== before
    }
    await expect.poll(moves, { timeout: 60_000 }).toBe(true)
    const tall = () =>
      visitor.page.$eval('[data-test="stage"] svg', (svg) => Number(svg.getAttribute('viewBox')!.split(' ')[3]))
    await visitor.open('/movements/toes-up')
    await visitor.page.waitForSelector('[data-test="stage"] [data-test="moving-figure"] path')
    const whole = await tall()
    await visitor.click('Closer')
    expect(await tall()).toBeLessThan(whole / 2)
    await visitor.click('Closer')
    expect(await tall()).toBe(whole)
    await visitor.open('/movements/sit-to-stand')
    await visitor.page.waitForSelector('[data-test="stage"] [data-test="moving-figure"] path')
    await visitor.click('Hold it')
    expect(await moves()).toBe(false)
    await visitor.click('Start')
    const start = await outlines()
    await visitor.click('End')
    await expect.poll(outlines).not.toBe(start)
    const end = await outlines()
    await visitor.page.focus('[data-test="stage"]')
    await visitor.press('ArrowLeft', 'ArrowLeft')
    await expect.poll(outlines).not.toBe(end)
    await visitor.click('Turn it back')
    await expect.poll(outlines).toBe(end)
    await visitor.click('Let it go on')
    await expect.poll(moves, { timeout: 60_000 }).toBe(true)
    await visitor.expectAccessible()
  })
  it('stands where motion is not wanted: start and end side by side', async () => {
    await visitor.page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }])
    await visitor.open('/movements/sit-to-stand')
    await visitor.page.waitForSelector('[data-test="stage"] path')
    await visitor.sees('Let it go on')
    await visitor.page.emulateMediaFeatures([])
  })
  it('fit a body: the seat is reckoned and drawn', async () => {
    const { id } = await world.db('participants').where({ name: 'Cora Linden' }).first('id')
    await visitor.open(`/people/${id}`)
    await visitor.page.locator('::-p-xpath(//summary[contains(., "What fits this body")])').click()
    await visitor.sees('51 cm is wanted: 2 cushions.', 'section[aria-label="Seat for sit to stand"]')
    await visitor.page.waitForFunction(() => document.querySelectorAll('img[src^="data:image/svg"]').length === 6, {
      timeout: 60_000,
    })
    await visitor.expectAccessible()
  })
  it('can be changed for the practice, with a message at the field, and put back', async () => {
    await visitor.open('/movements/change/bridge')
    await visitor.fill('Intent', 'x')
    await visitor.click('Keep this version')
    await visitor.sees('Some of this cannot be saved as it is')
    await visitor.fill('Intent', 'Lift the hips as we do it here.')
    await visitor.click('Keep this version')
    await visitor.arrivesAt('/movements/bridge')
    await visitor.sees('Lift the hips as we do it here.')
    await visitor.open('/movements/change/bridge')
    await visitor.expectAccessible()
    await visitor.click('Put back what ships')
    await visitor.arrivesAt('/movements/bridge')
    await visitor.sees('Let the back of the hips lift and carry you.')
  })
  it('can be added from a copy', async () => {
    await visitor.open('/movements/change/new')
    await visitor.fill('Its name', 'Garden bridge')
    await visitor.click('Begin')
    await visitor.click('Keep this version')
    await visitor.arrivesAt('/movements/garden-bridge')
    await visitor.sees('Garden bridge', 'h1')
    // Its own way is worked out by the server, and comes.
    await visitor.page.waitForSelector('[data-test="stage"] [data-test="moving-figure"] path', { timeout: 60_000 })
    await visitor.page.waitForFunction(() =>
      Array.from(document.images)
        .filter((image) => image.src.includes('/figures/'))
        .every((image) => image.complete && image.naturalWidth > 0),
    )
    visitor.expectNoComplaints()
  })
})
