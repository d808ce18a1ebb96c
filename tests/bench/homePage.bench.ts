import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, bench, describe, expect } from 'vitest'
import { Visitor } from '../browser/visitor'
import { nextMeeting, World } from '../world'

/** A cheap telephone: a quarter of this machine's processor. */
const SLOWER = 4
const PHONE = { width: 390, height: 844 }
const AT_MOST_BYTES = 400_000

let world: World
let visitor: Visitor
let address = ''
beforeAll(async () => {
  world = await World.open()
  const lead = await world.signedIn()
  const edda = (await nextMeeting(lead)).people.find(({ name }: any) => name === 'Edda Quist')
  const of = `/api/participants/${edda.id}/home`
  const { proposals } = (await lead.call('GET', of)).body
  const entries = proposals
    .slice(0, 5)
    .map(({ movement, variation, dose, rounds }: any) => ({ movement, variation, dose, rounds }))
  await lead.call('PUT', of, { entries, daysAWeek: 4, times: ['08:30'], note: '' })
  const html = (await lead.call('GET', `${of}/page`)).body as string
  // Five movements, and no larger than it may be.
  expect(JSON.parse(/id="sheet">([\s\S]*?)<\/script>/.exec(html)![1]!).movements).toHaveLength(5)
  expect(html.length).toBeLessThan(AT_MOST_BYTES)
  console.log(`The page that plays has ${Math.round(html.length / 1000)} kB with five movements.`)
  const file = join(mkdtempSync(join(tmpdir(), 'circle-home-page-')), 'practice-at-home.html')
  writeFileSync(file, html)
  address = `file://${file}`
  visitor = await Visitor.arrive(world, PHONE)
})
afterAll(async () => {
  await visitor.leave()
  await world.close()
})

describe('the page that plays, from a file, on a quarter of a processor', () => {
  bench(
    'opened until it can be begun',
    async () => {
      const page = await visitor.browser.newPage()
      const client = await page.createCDPSession()
      await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
      await page.goto(address, { waitUntil: 'domcontentloaded' })
      await page.waitForSelector('main .button.main')
      await page.close()
    },
    { time: 0, iterations: 10, warmupIterations: 2 },
  )
})
