import { afterAll, beforeAll, bench, describe, type BenchOptions } from 'vitest'
import { Visitor } from '../browser/visitor'
import { World } from '../world'

/** A hall's network and a cheap tablet: ten megabits a second, 20 ms away, a quarter of this machine's processor. */
const NET = { offline: false, latency: 20, downloadThroughput: 10e6 / 8, uploadThroughput: 10e6 / 8 }
const SLOWER = 4

let world: World
let visitor: Visitor
beforeAll(async () => {
  world = await World.open()
})
afterAll(() => world.close())

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
async function paintForm(): Promise<void> {
  const client = await visitor.page.createCDPSession()
  await client.send('Page.enable')
  const painted = new Promise<void>((resolve) =>
    client.on('Page.lifecycleEvent', ({ name }) => void (name === 'firstContentfulPaint' && resolve())),
  )
  await client.send('Page.setLifecycleEventsEnabled', { enabled: true })
  visitor.page.goto(FORM()).catch(() => {})
  await painted
}

const FORM = () => `${world.address}/sign-in`

describe('the first screen of a browser that was never here', () => {
  // The form is the first thing that the page paints; the browser says when it has.
  bench('from the address to the form painted, to be typed into', paintForm, EACH_ANEW)
  bench(
    'from the address to a form filled in and sent, as a browser does that knows the password',
    async () => {
      const sent = visitor.page.waitForRequest((request) => request.method() === 'POST')
      await paintForm()
      await visitor.page.evaluate(() => {
        const form = document.querySelector('form')!
        form.querySelectorAll('input').forEach((input) => {
          input.value = 'somebody@ferngate.example'
          input.dispatchEvent(new Event('input'))
        })
        form.requestSubmit()
      })
      await sent
    },
    EACH_ANEW,
  )
  bench(
    'from the address to the form of the scripts',
    async () => {
      await visitor.page.goto(FORM(), { waitUntil: 'domcontentloaded' })
      await visitor.page.waitForSelector('#__nuxt input[type="password"]')
    },
    EACH_ANEW,
  )
})
