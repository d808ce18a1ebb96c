import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting } from '../world'
import { atMeeting, beginWithAll, type AtMeeting } from './atMeeting'

/** Somebody with one weaker leg works on the floor: on the way there and up, whoever leads reads which leg leads. */
let at: AtMeeting
const SOON = { timeout: 60_000 }
beforeAll(async () => {
  at = await atMeeting()
  const { world } = at
  const [kit] = await world.db('participants').where({ name: 'Kit Avery' })
  const [own] = await world.db('participant_considerations').where({ participant_id: kit.id })
  await world
    .db('participant_considerations')
    .insert({ ...own, id: randomUUID(), consideration: 'stroke-weak-side', side: 'left' })
})
afterAll(async () => {
  await at?.visitor.leave()
  await at?.world.close()
})

describe('the leg that leads', () => {
  it('is told on the way to the floor, and on the way back up', async () => {
    const { visitor } = at
    const told = () =>
      visitor.page.$$eval('[data-test="leading-legs"]', (all) => all.map((one) => one.textContent.trim()))
    await beginWithAll(at)
    await visitor.sees('Kit', '[aria-label="Floor lane"]')
    const words = new Set<string>()
    const { plan } = (await nextMeeting(at.lead)).meeting
    for (let step = 0; step < plan.blocks.length * 12; step += 1) {
      for (const said of await told()) words.add(said)
      if ((await visitor.page.$('[data-test="homeward"]')) !== null) break
      await visitor.press('ArrowRight')
    }
    await expect.poll(told, SOON).toContain('Kit: the right foot comes forward, push through the right foot.')
    expect([...words]).toContain('Kit: the right foot stays in front.')
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
  })
})
