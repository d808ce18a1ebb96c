import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { World, type Caller } from '../world'

let world: World
let lead: Caller
let cora: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  const { body } = await lead.call('GET', '/api/participants')
  cora = body.find((person: any) => person.name === 'Cora Linden')
})
afterAll(() => world.close())

const own = (rest: string) => `/api/participants/${cora.id}${rest}`
const falls = async () => (await lead.call('GET', own('/profile'))).body.falls
const takenOn = new Date().toISOString().slice(0, 10)

describe('the way from three questions about falls', () => {
  it('follows what is asked and measured, as it is stored', async () => {
    expect(await falls()).toMatchObject({ risk: 'not-raised', tests: [] })
    const answers = { options: { fallen: 'no', unsteady: 'no', worried: 'yes' } }
    expect((await lead.call('POST', own('/screenings'), { id: randomUUID(), takenOn, answers })).status).toBe(200)
    expect((await falls()).risk).toBe('raised')
    const record = {
      id: randomUUID(),
      measure: 'up-and-go',
      side: 'both',
      value: 13,
      tries: [13],
      setting: null,
      pain: null,
      note: '',
      takenAt: new Date().toISOString(),
      replaces: null,
    }
    expect((await lead.call('POST', own('/measures'), { records: [record] })).status).toBe(200)
    const { tests, advice } = await falls()
    expect(tests.find((test: any) => test.measure === 'up-and-go')).toMatchObject({
      state: 'not-met',
      takenOn,
      words: '12 s or more, a sign of a raised risk of falling',
    })
    expect(advice).toContain('Work on: walking and turning, the step that saves and getting up.')
  })
  it('says how long somebody balances on their feet: who stands in class does, who lies does not', async () => {
    const { body: people } = await lead.call('GET', '/api/participants')
    const balanceOf = async (name: string) => {
      const { id } = people.find((person: any) => person.name.startsWith(name))
      return (await lead.call('GET', `/api/participants/${id}/profile`)).body.balance
    }
    expect((await balanceOf('Greta')).classSecondsAWeek).toBeGreaterThan(0)
    expect(await balanceOf('Agnes')).toEqual({ classSecondsAWeek: 0, homeSecondsAWeek: 0 })
  })
})
