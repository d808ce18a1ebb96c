import { afterAll, beforeAll, bench, describe } from 'vitest'
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

describe('the first screen of a browser that was never here', () => {
  bench(
    'from the address to the first field',
    async () => {
      await visitor.page.goto(`${world.address}/sign-in`, { waitUntil: 'domcontentloaded' })
      await visitor.page.waitForSelector('input[type="password"]')
    },
    {
      time: 0,
      iterations: 8,
      warmupIterations: 2,
      // Each time a browser of its own, so that nothing is kept from before.
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
    },
  )
})
