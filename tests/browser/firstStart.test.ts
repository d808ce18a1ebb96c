import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { PASSWORD } from '../demoData'
import { SETUP_CODE, World } from '../world'
import { Visitor } from './visitor'

/** An instructor who starts without the demo: from nothing to a first plan, by what the screens say. */
let world: World
let visitor: Visitor
beforeAll(async () => {
  world = await World.open({ demo: false })
  visitor = await Visitor.arrive(world, { width: 820, height: 1180 })
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})

describe('the first start', () => {
  it('leads to setting up the practice and its first account', async () => {
    await visitor.open('/')
    await visitor.sees('Three questions, then a first class')
    await visitor.fill('Code of the start window', 'not the code')
    await visitor.fill('Name of the practice', 'Quiet Hall')
    await visitor.fill('Your name', 'Lena Test')
    await visitor.fill('E-mail', 'lena@quiet.example')
    await visitor.fill('Password', 'short')
    await visitor.click('Next: where you meet')
    await visitor.sees('A password has 10 characters at least.')
    await visitor.expectAccessible()
    await visitor.fill('Password', PASSWORD)
    await visitor.click('Next: where you meet')
    await visitor.sees('This is not the code that stands in the window')
    await visitor.fill('Code of the start window', ` ${SETUP_CODE.toUpperCase()}`)
    await visitor.click('Next: where you meet')
    await visitor.sees('Next: who comes')
  })
  it('goes on, whoever does without the guide, to a venue, a person, a circle and its first meeting', async () => {
    await visitor.open('/practice')
    await visitor.fill('Name', 'Mill Hall', 'Add the venue')
    await visitor.fill('Room length', '12', 'Add the venue')
    await visitor.click('Add the venue')
    await visitor.sees('Mill Hall, 12 × 6 m')
    await visitor.open('/people/new')
    await visitor.fill('Name', 'Otto Reed')
    await visitor.click('Add the person')
    await visitor.page.waitForFunction(() => /\/people\/[0-9a-f-]{36}$/.test(location.pathname))
    await visitor.open('/practice')
    await visitor.fill('Name', 'Tuesday circle', 'Add the circle')
    await visitor.page.locator('::-p-xpath(//label[contains(., "Otto Reed")]//input)').click()
    await visitor.expectAccessible()
    await visitor.click('Add the circle')
    await visitor.sees('Tuesday circle, 1 people')
    await visitor.open('/plans')
    await visitor.click('Make the meeting')
    await visitor.sees('Nothing is planned yet.')
    await visitor.click('Add the first movement')
    await visitor.type('breath')
    await visitor.press('Enter')
    await visitor.sees('Paced breath', 'section h2')
    await visitor.expectAccessible()
    await expect
      .poll(async () => (await world.db('meetings').first('plan')).plan.blocks.length, { timeout: 60_000 })
      .toBe(1)
  })
  it('shows every place without a complaint, on a tablet held upright', async () => {
    for (const path of [
      '/',
      '/people',
      '/movements',
      '/movements/bridge',
      '/plans',
      '/practice',
      '/movements/none',
      '/people/00000000-0000-4000-8000-000000000000',
      '/meetings/00000000-0000-4000-8000-000000000000',
    ]) {
      await visitor.open(path)
      await visitor.expectAccessible()
      const wide = await visitor.page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      )
      expect(wide, `${path} is wider than the screen`).toBe(0)
    }
    visitor.expectNoComplaints()
  })
})
