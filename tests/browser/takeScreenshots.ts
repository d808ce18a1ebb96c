import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { startDatabase } from '../../bin/database.mjs'
import { root } from '../../bin/programs.mjs'
import { nextMeeting, World } from '../world'
import { Visitor } from './visitor'

/** Takes one picture of each main view from the demo: `npm run screenshots`. */
const folder = join(root, 'docs/screenshots')
mkdirSync(folder, { recursive: true })
const world = await World.open()
const visitor = await Visitor.arrive(world)
const still = () => new Promise((resolve) => setTimeout(resolve, 500))
async function take(name: string): Promise<void> {
  await still()
  await visitor.page.screenshot({ path: join(folder, `${name}.png`) as `${string}.png` })
}
try {
  const lead = await world.signedIn()
  const { meeting, people } = await nextMeeting(lead)
  const { body: meetings } = await lead.call('GET', '/api/meetings')
  await visitor.open('/sign-in')
  await take('sign-in')
  await visitor.signIn()
  await visitor.open('/')
  await take('circle')
  await visitor.open(`/people/${people[2].id}`)
  await visitor.page.waitForSelector('[data-chart] svg .apexcharts-series')
  await take('person')
  await visitor.page.locator('::-p-xpath(//summary[contains(., "What fits this body")])').click()
  await visitor.page.waitForFunction(() => document.querySelectorAll('img[src^="data:image/svg"]').length === 6, { timeout: 30_000 })
  await visitor.page.evaluate(() => document.querySelector('details[open]')!.scrollIntoView())
  await take('fits')
  await visitor.open(`/people/${people[10].id}/screen`)
  await visitor.clickAt('[data-place="low-back"]')
  await visitor.clickAt('[data-question="fallen"] [data-option="yes"]')
  await take('screening')
  await visitor.open(`/people/${people[4].id}/measure?measure=hip-turn-in`)
  await visitor.press('Space')
  await visitor.page.waitForSelector('[data-test="take"]', { timeout: 20_000 })
  await take('measuring')
  await visitor.open(`/people/${people[2].id}/gates`)
  await take('gates')
  await visitor.open('/movements')
  await take('movements')
  await visitor.open('/movements/front-of-hip-opening')
  await take('movement')
  await visitor.open(`/meetings/${meeting.id}/prepare`)
  await visitor.press('ArrowRight', 'ArrowRight')
  await take('prepare')
  await visitor.open(`/meetings/${meeting.id}/gather`)
  for (let person = 0; person < 11; person += 1) await visitor.press('h', 'ArrowDown')
  for (let person = 0; person < 8; person += 1) await visitor.press('ArrowUp')
  await visitor.press('t')
  await visitor.clickAt('button[aria-label="Inga Morrow is dizzy"]')
  await take('gather')
  await visitor.open(`/meetings/${meeting.id}/lead`)
  await visitor.press('Space', 'ArrowDown', 'ArrowDown', 'ArrowRight', 'ArrowRight')
  await visitor.press('1', 'd', '3', 'p')
  await take('lead')
  await visitor.open(`/meetings/${meetings[1].id}/reflect`)
  await take('reflect')
} finally {
  await visitor.leave()
  await world.close()
  await (await startDatabase(join(root, '.data-test'))).stop()
}
