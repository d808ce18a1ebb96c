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
/** Puts commands on the plan as it was read. */
const edit = ({ id, planVersion }: { id: string; planVersion: number }, ...edits: object[]) =>
  lead.call('PUT', `/api/meetings/${id}/plan`, { version: planVersion, edits })
const titled = (title: string) => ({ edit: 'setTitle', title })

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
    ['a dose of −3 s', { kind: 'hold', seconds: -3 }, 'edits.0.dose.seconds'],
    ['an effort of 120 %', { kind: 'press', seconds: 30, effort: 120, ramp: 2 }, 'edits.0.dose.effort'],
    ['half a repetition', { kind: 'reps', count: 0.5, out: 2, back: 2 }, 'edits.0.dose.count'],
    ['a kind that is not one', { kind: 'somersault' }, 'edits.0.dose.kind'],
  ]
  it.each(doses)('%s: 422 with the path of the dose', async (_, dose, path) => {
    const answer = await edit(view.meeting, { edit: 'setDose', id: view.meeting.plan.blocks[0].id, dose })
    expect(answer.status).toBe(422)
    expect(Object.keys(answer.body.data.fields)).toEqual([path])
  })
  it('a movement that is not in the catalogue: 422', async () => {
    const block = { ...view.meeting.plan.blocks[0], id: 'new', movement: 'cartwheel' }
    const answer = await edit(view.meeting, { edit: 'addBlock', block, before: null })
    expect([answer.status, answer.body.data.fields]).toEqual([
      422,
      { [`blocks.${view.meeting.plan.blocks.length}.movement`]: 'This movement is not in the catalogue.' },
    ])
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
  it('of a plan puts the second tab’s commands on top of the first one’s: neither is lost', async () => {
    const { meeting } = view
    const [block] = meeting.plan.blocks
    const first = await edit(meeting, titled('First tab'))
    expect(first).toMatchObject({ status: 200, body: { planVersion: meeting.planVersion + 1, plan: null, lost: 0 } })
    const second = await edit(meeting, { edit: 'setRounds', id: block.id, rounds: block.rounds + 1 })
    expect(second.body).toMatchObject({ planVersion: meeting.planVersion + 2, lost: 0, plan: { title: 'First tab' } })
    const { plan } = (await nextMeeting(lead)).meeting
    expect([plan.title, plan.blocks[0].rounds]).toEqual(['First tab', block.rounds + 1])
  })
  it('of a plan says how many commands do not fit any more', async () => {
    const { meeting } = await nextMeeting(lead)
    const { id } = meeting.plan.blocks.at(-1)
    await edit(meeting, { edit: 'removeBlock', id })
    const late = await edit(meeting, { edit: 'setRounds', id, rounds: 3 }, titled('Kept all the same'))
    expect(late.body).toMatchObject({ lost: 1, plan: { title: 'Kept all the same' } })
  })
  it('keeps every earlier version of a plan', async () => {
    const rows = await world.db('plan_versions').where({ meeting_id: view.meeting.id }).orderBy('version')
    expect(rows.map((row) => row.plan.title)).toEqual([view.meeting.plan.title, ...Array(3).fill('First tab')])
  })
  it('counts many saves at the same moment one after the other', async () => {
    const { meeting } = await nextMeeting(lead)
    const answers = await Promise.all(Array.from({ length: 8 }, (_, at) => edit(meeting, titled(`Tab ${at}`))))
    expect(answers.map(({ body }) => body.planVersion - meeting.planVersion).sort()).toEqual([1, 2, 3, 4, 5, 6, 7, 8])
    const stored = (await nextMeeting(lead)).meeting
    const last = answers.findIndex(({ body }) => body.planVersion === stored.planVersion)
    expect(stored.plan.title).toBe(`Tab ${last}`)
  })
  it('of a person is refused and shown what is stored', async () => {
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
