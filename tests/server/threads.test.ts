import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { endThreads, inThread } from '../../server/threads/inThread'
import { nextMeeting, World } from '../world'

vi.mock('../../server/built/builtFile', () => ({
  builtFile: () => fileURLToPath(new URL('../endedThread.mjs', import.meta.url)),
}))
let world: World
beforeAll(async () => {
  world = await World.open()
})
afterAll(async () => {
  await endThreads()
  await world.close()
})

describe('a thread that is ended in the middle of its transaction', () => {
  it('has changed nothing, as it is said, and holds nobody up', async () => {
    const { host, port, user, password, database } = world.db.client.config.connection
    const [{ id: practiceId }] = await world.db('practices').select('id')
    const input = { connection: { host, port, user, password, database }, practiceId }
    const acting = { db: world.db, practiceId, accountId: null }
    await expect(inThread('importPeople', acting, input as never, { of: 'files', seconds: 0.2 })).rejects.toThrow(
      'longer than 2 seconds and was ended: nothing was changed',
    )
    // The row is free again, and is as it was.
    const { name } = await world.db('practices').where({ id: practiceId }).forUpdate().first('name')
    expect(name).not.toContain('Written by a thread')
  })
})

describe('a thread whose lines the database ended while it waited', () => {
  it('reads on other lines, and nobody notices', async () => {
    const lead = await world.signedIn()
    const { circle } = await nextMeeting(lead)
    const lookBack = () => lead.call('GET', `/api/circles/${circle.id}/look-back?weeks=26`)
    const before = await lookBack()
    world.endLines()
    const after = await lookBack()
    expect([before.status, after.status]).toEqual([200, 200])
    expect(after.body.back).toEqual(before.body.back)
  })
})
