import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER } from '../demoData'
import { World, type Caller } from '../world'

let world: World
let lead: Caller
let helper: Caller
let circle: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  helper = await world.signedIn(HELPER)
  circle = (await lead.call('GET', '/api/circles')).body[0]
})
afterAll(() => world.close())
const path = () => `/api/circles/${circle.id}/test-round`
const begin = (measures: string[], id = randomUUID(), who = lead) => who.call('POST', path(), { id, measures })
const result = (measure: string, value: number, change: object = {}) => ({
  records: [
    {
      ...{ id: randomUUID(), measure, side: 'both', value, tries: [value], setting: null, pain: null, note: '' },
      ...{ simulated: false, takenAt: new Date().toISOString(), replaces: null, ...change },
    },
  ],
})
const take = (who: Caller, participant: string, body: object) =>
  who.call('POST', `/api/participants/${participant}/measures`, body)

describe('a test round', () => {
  it('is none at first, and says of the circle whom standing is open to and who was screened', async () => {
    const { round, people, results } = (await lead.call('GET', path())).body
    expect([round, results]).toEqual([null, []])
    expect(people.map(({ id }: any) => id).sort()).toEqual([...circle.members].sort())
    expect(people.filter(({ isScreened }: any) => !isScreened)).toHaveLength(1)
    expect(people.filter(({ standing }: any) => standing === 'no').length).toBeGreaterThan(0)
  })
  it('is begun once, however often it is sent, with quick tests alone', async () => {
    const id = randomUUID()
    for (const _ of [1, 2]) expect((await begin(['chair-stand', 'up-and-go'], id)).status).toBe(200)
    expect(await world.db('test_rounds')).toHaveLength(1)
    const wrong: [string[], string][] = [
      [[], 'Choose one test at least.'],
      [['chair-stand', 'chair-stand'], 'Each test once.'],
      [['sway-apart-open'], 'takes a tool or a question of its own'],
      [['juggling'], 'There is no test “juggling”.'],
    ]
    for (const [measures, words] of wrong) {
      const { status, body } = await begin(measures)
      expect(status).toBe(422)
      expect(JSON.stringify(body)).toContain(words)
    }
    expect((await lead.call('GET', path())).body.round.id).toBe(id)
  })
  it('is for leads to begin and end; a helper sees neither earlier results nor what is due', async () => {
    expect((await begin(['chair-stand'], randomUUID(), helper)).status).toBe(403)
    expect((await helper.call('DELETE', path())).status).toBe(403)
    const seen = (await helper.call('GET', path())).body
    expect(seen.round.measures).toEqual(['chair-stand', 'up-and-go'])
    expect([seen.last, seen.due]).toEqual([[], []])
    expect((await lead.call('GET', path())).body.last.length).toBeGreaterThan(0)
  })
  it('counts what anybody takes while it is on, no simulated result, and none that was corrected away', async () => {
    const [one, two, three] = circle.members
    expect((await take(helper, one, result('chair-stand', 9))).status).toBe(200)
    await take(lead, two, result('chair-stand', 9, { simulated: true }))
    await take(lead, two, result('grip', 20, { side: 'left' }))
    const first = result('up-and-go', 11)
    await take(lead, three, first)
    await take(lead, three, result('up-and-go', 12, { replaces: first.records[0]!.id }))
    const { results } = (await lead.call('GET', path())).body
    expect(results).toEqual(
      expect.arrayContaining([
        { participant: one, measure: 'chair-stand', side: 'both' },
        { participant: three, measure: 'up-and-go', side: 'both' },
      ]),
    )
    expect(results).toHaveLength(2)
  })
  it('ends, and another begins with nothing taken', async () => {
    expect((await lead.call('DELETE', path())).body.round).toBeNull()
    const { round, results } = (await begin(['tandem'])).body
    expect([round.measures, results]).toEqual([['tandem'], []])
    const other = (await begin(['half-tandem'])).body
    expect(other.round.measures).toEqual(['half-tandem'])
    const open = await world.db('test_rounds').whereNull('ended_at')
    expect(open).toHaveLength(1)
  })
  it('says what is due, six weeks after the last result and a week ahead', async () => {
    const [one] = circle.members
    const due = async () => (await lead.call('GET', path())).body.due.filter((own: any) => own.participant === one)
    const day = 86_400_000
    const at = (days: number) => new Date(Date.now() - days * day).toISOString()
    await world.db('measures').where({ participant_id: one }).delete()
    await take(lead, one, result('back-scratch', -4, { side: 'left', takenAt: at(34) }))
    expect(await due()).toEqual([])
    await take(lead, one, result('up-and-go', 12, { takenAt: at(36) }))
    await take(lead, one, result('chair-stand', 8, { takenAt: at(80) }))
    expect((await due()).map(({ measure }: any) => measure)).toEqual(['chair-stand', 'up-and-go'])
  })
})

describe('whose effort is limited', () => {
  it('is known to a helper who measures, without notes', async () => {
    const { people } = (await lead.call('GET', `/api/meetings/${(await lead.call('GET', '/api/meetings')).body[0].id}`))
      .body
    const limited = people.find(({ considerations }: any) =>
      considerations.some(({ consideration }: any) => consideration === 'blood-pressure-uncontrolled'),
    )
    const { considerations } = (await helper.call('GET', `/api/participants/${limited.id}`)).body
    const own = considerations.find(({ consideration }: any) => consideration === 'blood-pressure-uncontrolled')
    expect(own).toMatchObject({ note: '' })
  })
})
