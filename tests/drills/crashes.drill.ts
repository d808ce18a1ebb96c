import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World } from '../world'
import { Visitor } from '../browser/visitor'
import { isLong } from './long'

/** Notes are taken while the server is killed again and again: none is lost, and none is stored twice. */
const NOTES = isLong ? 5000 : 600
const KILLS = isLong ? 25 : 3

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

describe('notes while the server is killed', () => {
  it('arrive once each', async () => {
    const { meeting } = await nextMeeting(await world.signedIn())
    await visitor.open(`/meetings/${meeting.id}/lead`)
    const stored = async () =>
      Number(
        (await world
          .db('outcomes')
          .whereRaw("json_value(event, '$.blockId') like 'note-%'")
          .count('* as stored')
          .first())!.stored,
      )
    await visitor.page.evaluate((notes) => {
      const app = (
        document.querySelector('#__nuxt') as unknown as {
          __vue_app__: { config: { globalProperties: { $pinia: { _s: Map<string, any> } } } }
        }
      ).__vue_app__
      const meeting = app.config.globalProperties.$pinia._s.get('meeting')
      const [person] = meeting.present
      let sent = 0
      const timer = setInterval(() => {
        for (let burst = 0; burst < 10; burst += 1, sent += 1)
          meeting.log([
            {
              blockId: `note-${sent}`,
              participant: person.id,
              movement: 'bridge',
              tier: 'bed',
              side: 'both',
              variation: null,
              level: 1,
              done: 'done',
              target: 10,
              achieved: 10,
              unit: 's',
              effort: null,
              pain: null,
              painKind: null,
              form: null,
              cheat: '',
              painWhere: '',
              support: null,
              why: null,
              isGroup: false,
              feel: null,
              evenness: null,
              takesBack: null,
              device: '',
              note: '',
              clears: [],
            },
          ])
        if (sent >= notes) clearInterval(timer)
      }, 40)
    }, NOTES)
    for (let kill = 0; kill < KILLS; kill += 1) {
      // It is killed while notes are coming in, at the next one that arrives.
      const before = await stored()
      await expect.poll(stored, { timeout: 60_000, interval: 20 }).toBeGreaterThan(Math.min(before, NOTES - 1))
      await world.crash()
      await world.startServer()
    }
    await expect.poll(stored, { timeout: 240_000, interval: 500 }).toBe(NOTES)
    await expect
      .poll(() => visitor.page.$eval('[data-test="outbox"]', (element) => element.getAttribute('data-waiting')), {
        timeout: 60_000,
      })
      .toBe('0')
    const blocks = await world
      .db('outcomes')
      .whereRaw("json_value(event, '$.blockId') like 'note-%'")
      .select(world.db.raw("json_value(event, '$.blockId') as block"))
    expect(new Set(blocks.map((row: any) => row.block)).size).toBe(NOTES)
    visitor.expectNoComplaints()
  })
})
