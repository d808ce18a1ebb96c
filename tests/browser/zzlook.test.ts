import { it, beforeAll, afterAll } from 'vitest'
import { World, nextMeeting } from '../world'
import { Visitor } from './visitor'
let world: World, v: Visitor, lead: any
beforeAll(async () => { world = await World.open(); lead = await world.signedIn(); v = await Visitor.arrive(world); await v.signIn() })
afterAll(async () => { await v.leave(); await world.close() })
const shot = async (n: string) => { await v.page.screenshot({ path: `/tmp/shots/${n}.png` }) }
const wait = (ms: number) => new Promise((d) => setTimeout(d, ms))
it('looks', async () => {
  await v.page.setViewport({ width: 1280, height: 800 })
  await v.open('/movements/sit-to-stand'); await wait(2500); await shot('stage')
  console.log(v.complaints)
}, 170_000)
