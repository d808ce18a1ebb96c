import { describe, expect, it } from 'vitest'
import { workedOutOnce } from './workedOutOnce'

describe('what takes long to work out', () => {
  it('is worked out once for all who ask, also while it is', async () => {
    let times = 0
    const work = async () => ++times
    const asked = await Promise.all([workedOutOnce('a', work), workedOutOnce('a', work)])
    expect([...asked, await workedOutOnce('a', work)]).toEqual([1, 1, 1])
    expect(await workedOutOnce('b', work)).toBe(2)
  })
  it('is tried again after it could not be, and only so much is kept', async () => {
    await expect(workedOutOnce('broken', () => Promise.reject(new Error('busy')))).rejects.toThrow('busy')
    expect(await workedOutOnce('broken', async () => 'whole')).toBe('whole')
    for (let at = 0; at < 600; at += 1) await workedOutOnce(`many ${at}`, async () => at)
    expect(await workedOutOnce('broken', async () => 'anew')).toBe('anew')
  })
})
