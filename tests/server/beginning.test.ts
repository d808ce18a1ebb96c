import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SETUP_CODE, World, type Caller } from '../world'
import { beginning } from './requests'

/** A first circle in an empty practice, made in one go. */
let world: World
let lead: Caller
beforeAll(async () => {
  world = await World.open({ demo: false })
  lead = world.caller()
  const first = {
    practice: 'Mill Movement',
    name: 'Ada Lead',
    email: 'ada@mill.example',
    password: 'quiet herons stand',
  }
  expect((await lead.call('POST', '/api/setup', { ...first, code: SETUP_CODE })).status).toBe(200)
})
afterAll(() => world.close())

const read = async (path: string) => (await lead.call('GET', path)).body
const begin = async (change: object = {}) => {
  const body = { ...(await beginning()), ...change }
  return { body, reply: await lead.call('POST', '/api/beginnings', body) }
}
const named = (people: any[], name: string) => people.find((person) => person.name === name)
const idsOf = (person: any) => person.considerations.map(({ consideration }: any) => consideration)

describe('a practice that is set up', () => {
  it('has ready plans on its shelf, which can be held against a circle', async () => {
    const shelf = await read('/api/shelf')
    expect(shelf.length).toBeGreaterThan(10)
    for (const { tags, plan, savedBy } of shelf) {
      expect([tags, savedBy]).toEqual([['ready'], 'Ada Lead'])
      expect(plan.blocks.length).toBeGreaterThan(4)
    }
    expect(new Set(shelf.map(({ plan }: any) => plan.title)).size).toBe(shelf.length)
  })
})

describe('a circle that begins', () => {
  it('has a venue, people, dates and a first class with a plan, made once however often it is sent', async () => {
    const { body, reply } = await begin()
    expect(reply).toMatchObject({ status: 200, body: { circle: body.id, unmet: [] } })
    const again = await lead.call('POST', '/api/beginnings', body)
    expect(again.body).toEqual(reply.body)
    const [circles, venues, meetings, people] = await Promise.all(
      ['/api/circles', '/api/venues', '/api/meetings', '/api/participants'].map(read),
    )
    expect([circles.length, venues.length, meetings.length, people.length]).toEqual([1, 1, 1, 4])
    expect(venues[0]).toMatchObject({ name: 'Mill Hall', isMeasured: false })
    expect(meetings[0]).toMatchObject({ id: reply.body.meeting, title: 'A first class', stage: 'prepare' })
    expect(meetings[0].blocks).toBeGreaterThan(4)
    expect(meetings[0].blocks).toBeLessThanOrEqual(12)
  })
  it('meets on the wall of its place, and its first class stands for the first of its dates', async () => {
    const [circle] = await read('/api/circles')
    const { lines, series } = await read('/api/calendar')
    expect(series).toHaveLength(1)
    const [first, second] = lines.filter((line: any) => line.circleId === circle.id)
    expect([first.meetingId === null, second.meetingId === null]).toEqual([false, true])
    expect(Date.parse(second.startsAt) - Date.parse(first.startsAt)).toBeGreaterThan(6.9 * 86_400_000)
  })
  it('asks nothing of what is not known: who was not asked only breathes, who is alone has nobody on the floor', async () => {
    const [line] = await read('/api/meetings')
    const { people, circle } = await read(`/api/meetings/${line.id}`)
    expect(circle.helpers).toBe(1)
    expect(idsOf(named(people, 'Una Bed'))).toEqual([])
    expect(idsOf(named(people, 'Sol Stand')).toSorted()).toEqual(['faint-on-standing', 'fallen-last-12-months'])
    expect(idsOf(named(people, 'Flo Floor'))).toEqual(['not-asked'])
    expect(named(people, 'Una Bed')).toMatchObject({ screenedOn: null, levels: [], birthYear: null })
  })
  it('is refused where it can be seen why', async () => {
    expect((await begin({ people: [] })).reply).toMatchObject({
      status: 422,
      body: { data: { fields: { people: 'Somebody comes, or there is no class.' } } },
    })
    expect((await begin({ zone: 'Nowhere/Else' })).reply.status).toBe(422)
    expect(await read('/api/circles')).toHaveLength(1)
  })
})

describe('what could wait', () => {
  it('is asked of those who were not asked, and written down by whom', async () => {
    const [circle] = await read('/api/circles')
    const flo = named(await read('/api/participants'), 'Flo Floor')
    const path = `/api/circles/${circle.id}/first-answers`
    const answers = [{ participant: flo.id, yes: ['first-told'] }]
    expect((await lead.call('POST', path, { answers })).body).toEqual({ asked: 1 })
    expect(idsOf(await read(`/api/participants/${flo.id}`))).toEqual(['told-not-to-exercise'])
    expect((await lead.call('POST', path, { answers: [{ participant: flo.id, yes: [] }] })).body).toEqual({ asked: 1 })
    // What keeps somebody to breath goes by a clearance, not by being asked again.
    expect(idsOf(await read(`/api/participants/${flo.id}`))).toEqual(['told-not-to-exercise'])
    const ledger = await read(`/api/participants/${flo.id}/ledger`)
    expect(ledger.some((entry: any) => entry.reason === 'Asked before a first class.')).toBe(true)
  })
  it('is nobody’s who is not of the circle', async () => {
    const { reply } = await begin({ venue: 'Other Hall' })
    const [mine] = (await read('/api/circles')).filter(({ id }: any) => id !== reply.body.circle)
    const stranger = (await read('/api/circles')).find(({ id }: any) => id === reply.body.circle).members[0]
    const path = `/api/circles/${mine.id}/first-answers`
    expect((await lead.call('POST', path, { answers: [{ participant: stranger, yes: [] }] })).status).toBe(422)
  })
  it('is placed for all at once, by the same proposal as one by one, and only where there is no level', async () => {
    const [circle] = await read('/api/circles')
    const path = `/api/circles/${circle.id}/start-levels`
    const { people, levels } = (await lead.call('POST', path)).body
    expect(people).toBe(4)
    expect(levels).toBeGreaterThan(100)
    const una = named(await read('/api/participants'), 'Una Bed')
    const placed = (await read(`/api/participants/${una.id}`)).levels
    expect(placed.every(({ level }: any) => level <= 2)).toBe(true)
    expect((await lead.call('POST', path)).body).toEqual({ people: 0, levels: 0 })
  })
})
