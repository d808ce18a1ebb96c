import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { inTransaction } from '../../server/database/transaction'
import { nextMeeting, World, type Caller } from '../world'

/** Two that stand in each other's way, and a line that goes: the work is done once all the same. */
let world: World
let lead: Caller
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
})
afterAll(() => world.close())

describe('work in one transaction', () => {
  /** Two that take the same two rows the other way round, each once the other has its first. */
  async function crossing(as: typeof inTransaction) {
    const [a, b] = [await world.db('venues').first('id'), await world.db('circles').first('id')]
    const rows = [
      ['venues', a.id],
      ['circles', b.id],
    ] as const
    let begun = 0
    const both = new Promise<void>((resolve) => {
      const look = () => (begun >= 2 ? resolve() : setTimeout(look, 5))
      look()
    })
    const takes = (order: (typeof rows)[number][]) =>
      as(world.db, async (trx) => {
        const [[first, firstId], [then, thenId]] = order as [(typeof rows)[number], (typeof rows)[number]]
        await trx(first).where({ id: firstId }).increment('version', 1)
        begun += 1
        await both
        await trx(then).where({ id: thenId }).increment('version', 1)
      })
    return Promise.allSettled([takes([rows[0], rows[1]]), takes([rows[1], rows[0]])])
  }
  it('is tried again where another stood in its way; plainly one of the two is thrown back', async () => {
    const plainly = await crossing((db, work) => db.transaction(work))
    expect(plainly.filter((one) => one.status === 'rejected')).toHaveLength(1)
    const versions = async () => [
      (await world.db('venues').first('version')).version,
      (await world.db('circles').first('version')).version,
    ]
    const before = await versions()
    const again = await crossing(inTransaction)
    expect(again.map((one) => one.status)).toEqual(['fulfilled', 'fulfilled'])
    expect(await versions()).toEqual(before.map((version) => version + 2))
  })
  it('is tried again where the line went before it was kept, and is done once', async () => {
    const before = (await world.db('venues').first('version')).version
    let tries = 0
    await inTransaction(world.db, async (trx) => {
      tries += 1
      await trx('venues').increment('version', 1)
      const [[{ id }]] = await trx.raw('select connection_id() as id')
      if (tries < 3) await world.db.raw(`kill ${id}`)
      await trx('circles').increment('version', 1)
    })
    expect(tries).toBe(3)
    expect((await world.db('venues').first('version')).version).toBe(before + 1)
  })
  it('is thrown back as it is where it is its own fault', async () => {
    let tries = 0
    const faulty = inTransaction(world.db, async () => {
      tries += 1
      throw new Error('no version of it')
    })
    await expect(faulty).rejects.toThrow('no version of it')
    expect(tries).toBe(1)
  })
  it('lets two choose for the same person at once: one choice stands', async () => {
    const view = await nextMeeting(lead)
    const other = await world.signedIn()
    const choice = (reason: string) => ({
      kind: 'choices',
      choice: {
        ...{ participant: view.people[2].id, blockId: view.meeting.plan.blocks[1].id },
        ...{ variation: 'bridge.chair.1', reason },
      },
    })
    const answers = await Promise.all(
      Array.from({ length: 16 }, (_, at) => (at % 2 ? lead : other).say(view.meeting.id, choice(`Reason ${at}`))),
    )
    expect(answers.map((answer) => answer.status)).toEqual(answers.map(() => 200))
    const stored = await world.db('hand_choices').where({ meeting_id: view.meeting.id })
    expect(stored).toHaveLength(1)
  })
  it('lets two leads answer the same class at once: nobody is told of a server error', async () => {
    const { body: meetings } = await lead.call('GET', '/api/meetings')
    const last = meetings.find((line: any) => line.stage === 'reflect')
    const { decisions } = (await lead.call('GET', `/api/meetings/${last.id}/reflection`)).body
    const answers = decisions.map((one: any) => ({
      ...{ participant: one.participant, movement: one.movement, tier: one.tier, toLevel: one.toLevel },
      ...{ dial: one.turn?.dial ?? null, reason: 'As it was' },
    }))
    const other = await world.signedIn()
    const said = await Promise.all(
      [lead, other, lead, other].map((who) => who.call('POST', `/api/meetings/${last.id}/decisions`, { answers })),
    )
    // They say the same: the first stands, and nobody is refused for it.
    expect(said.map(({ status }) => status)).toEqual([200, 200, 200, 200])
    const stored = await world.db('ledger').where({ meeting_id: last.id, kind: 'level' })
    const ladders = stored.map((row) => `${row.participant_id} ${row.movement} ${row.tier}`)
    expect(new Set(ladders).size).toBe(ladders.length)
  })
})
