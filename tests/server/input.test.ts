import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
let view: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
})
afterAll(() => world.close())

const PERSON = {
  name: 'Vera Test',
  birthYear: 1950,
  sex: 'female',
  heightCm: 165,
  pace: 'usual',
  homeTier: 'chair',
  access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
  considerations: [],
  levels: [],
}
const plan = (dose: unknown) => ({ ...view.meeting.plan, blocks: [{ ...view.meeting.plan.blocks[0], dose }] })

describe('input that cannot be right', () => {
  const people: [string, object, Record<string, string>][] = [
    ['a height of 17', { heightCm: 17 }, { heightCm: 'The height is between 100 and 230 cm.' }],
    ['a height in words', { heightCm: 'tall' }, { heightCm: 'The height is a number of centimetres.' }],
    ['a tier that is not one', { homeTier: 'sofa' }, { homeTier: 'A tier is bed, chair, standing or floor.' }],
    ['a name of spaces', { name: '   ' }, { name: 'A name is needed.' }],
    ['a year of birth in the future', { birthYear: 2031 }, { birthYear: 'The year of birth is 2020 at most.' }],
    [
      'a level of 9',
      { levels: [{ movement: 'bridge', tier: 'bed', side: 'both', level: 9 }] },
      { 'levels.0.level': 'A level is 5 at most.' },
    ],
    [
      'a consideration that was not chosen',
      { considerations: [{ consideration: '' }] },
      { 'considerations.0.consideration': 'Choose a consideration.' },
    ],
  ]
  it.each(people)('%s: 422 with a message at the field', async (_, change, fields) => {
    const answer = await lead.call('POST', '/api/participants', { ...PERSON, ...change })
    expect([answer.status, answer.body.data.fields]).toEqual([422, fields])
  })
  const doses: [string, unknown, string][] = [
    ['a dose of −3 s', { kind: 'hold', seconds: -3 }, 'plan.blocks.0.dose.seconds'],
    ['an effort of 120 %', { kind: 'press', seconds: 30, effort: 120, ramp: 2 }, 'plan.blocks.0.dose.effort'],
    ['half a repetition', { kind: 'reps', count: 0.5, out: 2, back: 2 }, 'plan.blocks.0.dose.count'],
    ['a kind that is not one', { kind: 'somersault' }, 'plan.blocks.0.dose.kind'],
  ]
  it.each(doses)('%s: 422 with the path of the dose', async (_, dose, path) => {
    const answer = await lead.call('PUT', `/api/meetings/${view.meeting.id}/plan`, {
      version: view.meeting.planVersion,
      plan: plan(dose),
    })
    expect(answer.status).toBe(422)
    expect(Object.keys(answer.body.data.fields)).toEqual([path])
  })
  it('a movement that is not in the catalogue: 422', async () => {
    const blocks = [{ ...view.meeting.plan.blocks[0], movement: 'cartwheel' }]
    const answer = await lead.call('PUT', `/api/meetings/${view.meeting.id}/plan`, {
      version: view.meeting.planVersion,
      plan: { ...view.meeting.plan, blocks },
    })
    expect([answer.status, Object.keys(answer.body.data.fields)]).toEqual([422, ['plan.blocks.0.movement']])
  })
  it('a broken JSON body: 400', async () => {
    expect(await lead.send('POST', '/api/participants', '{"name": "Ve')).toMatchObject({
      status: 400,
      body: { data: { code: 'broken-json' } },
    })
  })
  it('a body of 10 MB: 413', async () => {
    expect(
      (await lead.send('POST', '/api/participants', JSON.stringify({ ...PERSON, name: 'x'.repeat(10 * 1024 * 1024) })))
        .status,
    ).toBe(413)
  })
  it('an id that is none: 404', async () => {
    expect((await lead.call('GET', '/api/participants/1%20or%201=1')).status).toBe(404)
  })
  it('a time that is none: 422', async () => {
    expect(
      (await lead.call('POST', '/api/meetings', { circleId: view.circle.id, startsAt: 'tomorrow' })).body.data.fields,
    ).toEqual({ startsAt: 'A date and a time are needed.' })
  })
  it('stores none of it', async () => {
    expect(await world.db('participants').where({ name: 'Vera Test' })).toEqual([])
    expect((await nextMeeting(lead)).meeting).toEqual(view.meeting)
  })
})

describe('saving on top of an older version', () => {
  it('tells the second tab what is stored and keeps the first one’s plan', async () => {
    const { id, planVersion } = view.meeting
    const first = await lead.call('PUT', `/api/meetings/${id}/plan`, {
      version: planVersion,
      plan: { ...view.meeting.plan, title: 'First tab' },
    })
    expect(first).toMatchObject({ status: 200, body: { planVersion: planVersion + 1 } })
    const second = await lead.call('PUT', `/api/meetings/${id}/plan`, {
      version: planVersion,
      plan: { ...view.meeting.plan, title: 'Second tab' },
    })
    expect(second).toMatchObject({
      status: 409,
      body: {
        data: { code: 'older-version', current: { planVersion: planVersion + 1, plan: { title: 'First tab' } } },
      },
    })
    expect((await nextMeeting(lead)).meeting.plan.title).toBe('First tab')
  })
  it('keeps every earlier version of a plan', async () => {
    const rows = await world.db('plan_versions').where({ meeting_id: view.meeting.id })
    expect(rows.map((row) => row.plan.title)).toEqual([view.meeting.plan.title])
  })
  it('lets only one of many saves at the same moment through', async () => {
    const { meeting } = await nextMeeting(lead)
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, at) =>
        lead.call('PUT', `/api/meetings/${meeting.id}/plan`, {
          version: meeting.planVersion,
          plan: { ...meeting.plan, title: `Tab ${at}` },
        }),
      ),
    )
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, ...Array(7).fill(409)])
  })
  it('does the same for a person', async () => {
    const person = (await lead.call('POST', '/api/participants', PERSON)).body
    expect(
      (await lead.call('PUT', `/api/participants/${person.id}`, { ...PERSON, heightCm: 166, version: person.version }))
        .status,
    ).toBe(200)
    expect(
      await lead.call('PUT', `/api/participants/${person.id}`, { ...PERSON, heightCm: 150, version: person.version }),
    ).toMatchObject({ status: 409, body: { data: { current: { heightCm: 166 } } } })
  })
  it('stores a person whole', async () => {
    const whole = {
      ...PERSON,
      name: 'Whole Test',
      considerations: [{ consideration: 'knee-painful', side: 'left', clearedBy: 'Dr Example', note: 'Stairs' }],
      levels: [
        { movement: 'bridge', tier: 'chair', side: 'both', level: 3 },
        { movement: 'ankle-on-knee', tier: 'chair', side: 'left', level: 1 },
        { movement: 'ankle-on-knee', tier: 'chair', side: 'right', level: 2 },
      ],
    }
    const { id } = (await lead.call('POST', '/api/participants', whole)).body
    const { levels, ...stored } = (await lead.call('GET', `/api/participants/${id}`)).body
    expect({ ...stored, levels: whole.levels }).toMatchObject(whole)
    expect(levels).toEqual(expect.arrayContaining(whole.levels))
  })
})
