import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER, STRANGER } from '../demoData'
import { World, type Caller } from '../world'

let world: World
let lead: Caller
let shelf: any[]
let circle: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  shelf = (await lead.call('GET', '/api/shelf')).body
  circle = (await lead.call('GET', '/api/circles')).body.find((one: any) => one.members.length === 11)
})
afterAll(() => world.close())
const named = (title: string) => shelf.find((kept) => kept.plan.title === title)

describe('the shelf', () => {
  it('keeps versions of a plan, says when it was older, and puts it away', async () => {
    const kept = named('Easy evening')
    const shorter = { ...kept.plan, minutes: 25 }
    const saved = (
      await lead.call('PUT', `/api/shelf/${kept.id}`, {
        version: kept.version,
        plan: shorter,
        tags: ['short'],
        archived: true,
      })
    ).body
    expect(saved).toMatchObject({ version: 2, tags: ['short'], archived: true, plan: { minutes: 25 } })
    expect((await lead.call('PUT', `/api/shelf/${kept.id}`, { version: 1, plan: shorter, tags: [] })).status).toBe(409)
    const versions = (await lead.call('GET', `/api/shelf/${kept.id}/versions`)).body
    expect(versions).toMatchObject([{ version: 1, plan: { minutes: 30 } }])
    await lead.call('PUT', `/api/shelf/${kept.id}`, { version: 2, plan: shorter, tags: ['evening'] })
    expect((await lead.call('GET', `/api/shelf/${kept.id}/versions`)).body).toHaveLength(1)
  })
  it('says at the tag what cannot be one, and lets helpers look only', async () => {
    expect(
      (await lead.call('POST', '/api/shelf', { plan: shelf[0].plan, tags: ['x'.repeat(31)] })).body.data.fields,
    ).toEqual({ 'tags.0': 'A tag has 30 characters at most.' })
    const helper = await world.signedIn(HELPER)
    expect((await helper.call('GET', '/api/shelf')).body).toHaveLength(3)
    expect((await helper.call('POST', '/api/shelf', { plan: shelf[0].plan })).status).toBe(403)
  })
  it('is not seen from another practice', async () => {
    const stranger = await world.signedIn(STRANGER)
    expect((await stranger.call('GET', '/api/shelf')).body).toEqual([])
    for (const [method, path] of [
      ['GET', 'versions'],
      ['GET', `fit?circle=${circle.id}`],
    ])
      expect((await stranger.call(method!, `/api/shelf/${shelf[0].id}/${path}`)).body).not.toMatchObject([{ plan: {} }])
    expect((await stranger.call('PUT', `/api/shelf/${shelf[0].id}`, { version: 1, plan: shelf[0].plan })).status).toBe(
      404,
    )
  })
})

describe('a plan for another circle', () => {
  it('is held against its people, each with a version of all of it or what stands in', async () => {
    const fit = (await lead.call('GET', `/api/shelf/${named('Steady feet').id}/fit?circle=${circle.id}`)).body
    expect(fit.people).toBe(11)
    expect(fit.seconds).toBeGreaterThan(600)
    // Somebody works in bed and may not lie flat, somebody may not take weight: nobody is left with breath.
    expect(fit.leftOut).toEqual([])
  })
  it('becomes a course of weeks: looked at first, then made, with the dose rising', async () => {
    const asked = {
      circleId: circle.id,
      startsAt: '2027-03-21T09:30:00.000Z',
      zone: 'Europe/Oslo',
      weeks: 4,
      variety: 1,
    }
    const before = (await lead.call('GET', '/api/meetings')).body.length
    const look = (await lead.call('POST', `/api/shelf/${named('Long legs').id}/course`, { ...asked, look: true })).body
    expect(look.weeks.map((week: any) => week.meetingId)).toEqual([null, null, null, null])
    expect((await lead.call('GET', '/api/meetings')).body).toHaveLength(before)
    const made = (await lead.call('POST', `/api/shelf/${named('Long legs').id}/course`, asked)).body
    expect(made.weeks.map((week: any) => week.changes)).toEqual(look.weeks.map((week: any) => week.changes))
    expect(made.weeks[2].changes.join()).toMatch(/→/)
    // Half past ten on the wall, before and after the clocks go forward on 28 March 2027 (EU summer time, Directive
    // 2000/84/EC).
    const third = (await lead.call('GET', `/api/meetings/${made.weeks[2].meetingId}`)).body
    expect(third.meeting).toMatchObject({ startsAt: '2027-04-04T08:30:00Z', plan: { title: 'Long legs' } })
    expect(
      (await lead.call('POST', `/api/shelf/${named('Long legs').id}/course`, { ...asked, weeks: 0 })).body.data.fields,
    ).toEqual({ weeks: 'One week at least.' })
  })
  it('begins a meeting from the shelf', async () => {
    const meeting = (
      await lead.call('POST', '/api/meetings', {
        circleId: circle.id,
        startsAt: '2027-01-05T10:00:00Z',
        shelfFrom: named('Steady feet').id,
      })
    ).body
    expect(meeting.plan).toEqual(named('Steady feet').plan)
  })
})
