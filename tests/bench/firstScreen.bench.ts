import { afterAll, beforeAll, bench, describe, type BenchOptions } from 'vitest'
import { Visitor } from '../browser/visitor'
import { World } from '../world'

/** A hall's network and a cheap tablet: ten megabits a second, 20 ms away, a quarter of this machine's processor. */
const NET = { offline: false, latency: 20, downloadThroughput: 10e6 / 8, uploadThroughput: 10e6 / 8 }
const SLOWER = 4

let world: World
let empty: World
let visitor: Visitor
beforeAll(async () => {
  world = await World.open()
  empty = await World.open({ demo: false })
})
afterAll(() => Promise.all([world, empty].map((one) => one.close())))

/** Each time a browser of its own, so that nothing is kept from before. */
const EACH_ANEW: BenchOptions = {
  time: 0,
  iterations: 8,
  warmupIterations: 2,
  setup: (task) => {
    task.opts.beforeEach = async () => {
      visitor = await Visitor.arrive(world)
      const client = await visitor.page.createCDPSession()
      await client.send('Network.enable')
      await client.send('Network.emulateNetworkConditions', NET)
      await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
    }
    task.opts.afterEach = () => visitor.leave()
  },
}

/** Goes to the form; done when the browser has painted it. */
async function paintForm(of: World): Promise<void> {
  const client = await visitor.page.createCDPSession()
  await client.send('Page.enable')
  const painted = new Promise<void>((resolve) =>
    client.on('Page.lifecycleEvent', ({ name }) => void (name === 'firstContentfulPaint' && resolve())),
  )
  await client.send('Page.setLifecycleEventsEnabled', { enabled: true })
  visitor.page.goto(addressOf(of)).catch(() => {})
  await painted
}
/** Fills all fields as a browser does that knows them, and sends the form; done when it is on its way. */
async function sendForm(of: World): Promise<void> {
  const sent = visitor.page.waitForRequest((request) => request.method() === 'POST')
  await paintForm(of)
  await visitor.page.evaluate(() => {
    const form = document.querySelector('form')!
    form.querySelectorAll('input').forEach((input) => {
      input.value = 'somebody@ferngate.example'
      input.dispatchEvent(new Event('input'))
    })
    form.requestSubmit()
  })
  await sent
}
async function formOfScripts(of: World): Promise<void> {
  await visitor.page.goto(addressOf(of), { waitUntil: 'domcontentloaded' })
  await visitor.page.waitForSelector('#__nuxt input[type="password"]')
}
const addressOf = (of: World) => `${of.address}/sign-in`

describe('the first screen of a browser that was never here', () => {
  // The form is the first thing that the page paints; the browser says when it has.
  bench('from the address to the form painted, to be typed into', () => paintForm(world), EACH_ANEW)
  bench('from the address to a form filled in and sent', () => sendForm(world), EACH_ANEW)
  bench('from the address to the form of the scripts', () => formOfScripts(world), EACH_ANEW)
})
describe('the first screen of an empty installation', () => {
  bench('from the address to setting up painted, to be typed into', () => paintForm(empty), EACH_ANEW)
  bench('from the address to setting up filled in and sent', () => sendForm(empty), EACH_ANEW)
  bench('from the address to setting up of the scripts', () => formOfScripts(empty), EACH_ANEW)
})
