import { randomUUID } from 'node:crypto'
import { stopDatabase } from '../../bin/database.mjs'
import { TEST_DATA } from '../demoData'
import { nextMeeting, World } from '../world'
import { Visitor } from './visitor'
const world = await World.open()
const visitor = await Visitor.arrive(world)
const take = async (name: string) => { await new Promise((r) => setTimeout(r, 600)); await visitor.page.screenshot({ path: `/tmp/shots/${name}.png` as any }) }
try {
  const lead = await world.signedIn()
  const { meeting, people } = await nextMeeting(lead)
  const { body: meetings } = await lead.call('GET', '/api/meetings')
  const last = (await lead.call('GET', `/api/meetings/${meetings[1].id}`)).body
  // Something hurt last time.
  const sore = last.outcomes.filter((o: any) => o.participant === people[2].id && o.done !== 'not-done').slice(0, 3)
  for (const o of sore) await lead.say(last.meeting.id, { kind: 'outcomes', outcomes: [{ ...o, id: randomUUID(), at: o.at + 60000, done: 'noted', pain: 6, painKind: o === sore[0] ? 'sharp' : 'pinch' }] })
  await visitor.open('/sign-in'); await visitor.signIn()
  await visitor.open(`/meetings/${meetings[1].id}/reflect`)
  await take('reflect')
  await visitor.page.evaluate(() => document.querySelector('[data-decision] button[aria-expanded]')?.dispatchEvent(new MouseEvent('click', { bubbles: true })))
  await take('reflect-behind')
  await visitor.open(`/people/${people[2].id}`); await take('person')
  await visitor.open(`/meetings/${meeting.id}/gather`)
  for (let p = 0; p < 11; p += 1) await visitor.press('h', 'ArrowDown')
  for (let p = 0; p < 11; p += 1) await visitor.press('ArrowUp')
  await visitor.press('ArrowDown', 'ArrowDown', '4')
  await visitor.page.locator('::-p-xpath(//button[normalize-space(.)="sore two days and more"])').click()
  await take('gather')
  await visitor.open(`/meetings/${meeting.id}/lead`)
  await visitor.press('Space'); await visitor.press('ArrowDown'); await visitor.press('ArrowRight', 'ArrowRight')
  await visitor.press('0', '3', 's')
  await take('lead')
  await visitor.open(`/`); await take('circle')
} finally { await visitor.leave(); await world.close(); await stopDatabase(TEST_DATA) }
process.exit(0)
