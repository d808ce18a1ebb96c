import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { foldOutcomes } from '../../core/lead/outcome'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/**
 * What hurt last time is in front of whoever leads, until somebody has looked; and a whole block is noted by one key.
 */
let world: World
let visitor: Visitor
let lead: Caller
let path = ''
let cora: any
const SOON = { timeout: 60_000 }
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  lead = await world.signedIn()
  const { body: meetings } = await lead.call('GET', '/api/meetings')
  const last = (await lead.call('GET', `/api/meetings/${meetings[1].id}`)).body
  cora = last.people.find((person: any) => person.name === 'Cora Linden')
  const [hurt] = last.outcomes.filter((one: any) => one.participant === cora.id && one.movement !== 'paced-breath')
  const sharp = { ...hurt, id: crypto.randomUUID(), at: hurt.at + 60_000, done: 'noted', pain: 6, painKind: 'sharp' }
  expect((await lead.say(last.meeting.id, { kind: 'outcomes', outcomes: [sharp] })).status).toBe(200)
  path = `/meetings/${(await nextMeeting(lead)).meeting.id}`
  await visitor.signIn()
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})

describe('what hurt last time', () => {
  it('stands at the door with whom, and asks how the days after were', async () => {
    await visitor.open(`${path}/gather`)
    await visitor.clickAt(`li[data-person="${cora.id}"]`)
    await visitor.sees(/Sharp pain on \d+ \w+/, '[data-test="remembered"]')
    await visitor.click('sore two days and more')
    await visitor.sees('Sore for two days and more after last time', `section[aria-label="Offers for Cora Linden"]`)
    await expect.poll(async () => (await nextMeeting(lead)).arrivals[cora.id]?.after, SOON).toBe('sore-days')
    await visitor.expectAccessible()
  })
  it('is gone once a lead has said what was found, which is asked for', async () => {
    await visitor.click('It was looked at')
    await visitor.click('Looked at')
    await visitor.sees('Say what was found.', '[data-test="remembered"]')
    await visitor.page.type('[data-test="remembered"] input', 'A physiotherapist saw her knee')
    await visitor.click('Looked at')
    await visitor.page.waitForFunction(() => !document.body.innerText.includes('Sharp pain on'))
    expect(await world.db('looked_at').where({ participant_id: cora.id }).first('note')).toMatchObject({
      note: 'A physiotherapist saw her knee',
    })
  })
})

describe('a whole block by one key', () => {
  it('is kept as a word, of the group; a note of one person stands over it, and the last is taken back', async () => {
    const { meeting, people, arrivals } = await nextMeeting(lead)
    for (const { id } of people)
      await lead.say(meeting.id, { kind: 'arrivals', participant: id, arrival: { ...arrivals[id], came: true } })
    await visitor.open(`${path}/lead`)
    await visitor.beginClass()
    await visitor.sees('Pause')
    await visitor.press('ArrowDown', 'ArrowRight', 'ArrowRight')
    await visitor.press('0', '1', 'w')
    await visitor.sees('hard', '[data-test="log-strip"]')
    await visitor.press('Escape', 'q')
    const folded = async () => foldOutcomes((await nextMeeting(lead)).outcomes)
    await expect.poll(async () => (await folded()).filter((one) => one.isGroup).length, SOON).toBeGreaterThan(3)
    const own = (await folded()).filter((one) => !one.isGroup)
    expect(own.map((one) => [one.feel, one.form])).toEqual(own.map(() => ['hard', null]))
    const group = (await folded()).filter((one) => one.isGroup)
    expect(group.every((one) => one.feel === 'easy' && one.form === 'clean' && one.effort === null)).toBe(true)
    await visitor.press('u')
    await expect.poll(async () => (await folded()).filter((one) => one.isGroup).length, SOON).toBe(0)
    visitor.expectNoComplaints()
  })
})
