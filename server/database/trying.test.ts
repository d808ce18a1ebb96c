import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Trying, triedAgain, whileAway } from './trying'

/** Nobody waits here: the clock is put on by as much. */
const clock = vi.hoisted(() => ({ ms: 0 }))
vi.mock('node:timers/promises', () => ({ setTimeout: async (ms: number) => void (clock.ms += ms) }))
beforeEach(() => void vi.spyOn(performance, 'now').mockImplementation(() => clock.ms))

const thrown = (fields: object) => Object.assign(new Error('no'), fields)
const DEADLOCK = thrown({ code: 'ER_LOCK_DEADLOCK' })
const LOST = thrown({ code: 'PROTOCOL_CONNECTION_LOST' })
const NOT_READY = thrown({ code: 'ER_UNKNOWN_COM_ERROR' })

/** How often work that always fails is tried, and after how long it is given up. */
async function triedUntil(error: Error): Promise<{ times: number; ms: number }> {
  let times = 0
  const began = clock.ms
  const asked = whileAway(async () => {
    times += 1
    throw error
  })
  await expect(asked).rejects.toBe(error)
  return { times, ms: clock.ms - began }
}

describe('work with a database that is tried again', () => {
  it('is given up after some seconds where the database stays away, and not before a cluster has gone on', async () => {
    for (const error of [LOST, NOT_READY]) {
      const { ms, times } = await triedUntil(error)
      expect(ms).toBeGreaterThan(7_000)
      expect(ms).toBeLessThan(11_000)
      expect(times).toBeLessThan(40)
    }
  })
  it('is tried eight times more where another stands in the way each time', async () => {
    expect((await triedUntil(DEADLOCK)).times).toBe(9)
  })
  it('is given up at once where it is its own fault, the disk is full, or it waited long enough', async () => {
    for (const error of [
      thrown({ code: 'ER_DUP_ENTRY', sql: 'insert' }),
      thrown({ code: 'ER_DISK_FULL' }),
      thrown({ name: 'KnexTimeoutError' }),
    ])
      expect((await triedUntil(error)).times).toBe(1)
  })
  it('is not done twice where it may have been kept; what was thrown back was not', async () => {
    await expect(new Trying().again(LOST, true)).rejects.toBe(LOST)
    const before = triedAgain['in the way']
    await new Trying().again(DEADLOCK, true)
    expect(triedAgain['in the way']).toBe(before + 1)
  })
})
