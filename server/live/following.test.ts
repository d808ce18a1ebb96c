import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Said } from '../../core/lead/message'
import { randomFrom } from '../../core/random'
import { saidSince } from '../database/order'
import type { Scope } from '../database/rows'
import { cameTo, follow, followedMeetings, tell } from './following'

/** A meeting's order in memory, read after waits of chance, as from a database under load. */
vi.mock('../database/order', () => ({ saidSince: vi.fn() }))
const scope = { db: null, practiceId: 'p' } as unknown as Scope
let random = randomFrom(1)
let last = 0
const aMoment = async () => {
  for (let turns = Math.floor(random.next() * 6); turns > 0; turns -= 1) await new Promise(setImmediate)
}
beforeEach(() => {
  last = 0
  vi.mocked(saidSince).mockImplementation(async (_scope, _meeting, after) => {
    await aMoment()
    const upTo = last
    await aMoment()
    return { from: after, upTo: Math.max(after, upTo), messages: [] } as Said
  })
})

/** One that follows from a place on, and what it hears. */
async function screen(meeting: string, since: number) {
  const parts: Said[] = []
  const end = await follow(scope, { meetingId: meeting, since }, (said) => parts.push(said))
  return { parts, end, since }
}

describe('following a meeting', () => {
  it.each(Array.from({ length: 40 }, (_, seed) => seed))(
    'is heard whole and once, by whoever comes when, told here or elsewhere (%i)',
    async (seed) => {
      random = randomFrom(seed)
      const coming: ReturnType<typeof screen>[] = []
      for (let word = 0; word < 60; word += 1) {
        last += 1
        if (random.next() < 0.5) tell(scope, 'm')
        else cameTo('m', last)
        if (random.next() < 0.3) coming.push(screen('m', Math.floor(random.next() * last)))
        await aMoment()
      }
      // Nobody says more: what was said while one was read to is heard all the same.
      const screens = await Promise.all(coming)
      await vi.waitFor(() => expect(screens.every(({ parts }) => parts.at(-1)!.upTo === last)).toBe(true))
      for (const { parts, since } of screens) {
        expect(parts[0]!.from).toBe(since)
        parts.slice(1).forEach((part, at) => {
          expect(part.from).toBe(parts[at]!.upTo)
          expect(part.upTo).toBeGreaterThan(part.from)
        })
      }
      screens.forEach(({ end }) => end())
      expect(followedMeetings()).toEqual([])
    },
  )
  it.each([true, false])(
    'hears the last word that is said while it comes (another is there: %s)',
    async (isAnother) => {
      for (let seed = 0; seed < 300; seed += 1) {
        random = randomFrom(seed)
        last = 5
        const there = isAnother ? await screen('m', 5) : null
        const coming = screen('m', 2)
        await aMoment()
        last += 1
        if (random.next() < 0.5) tell(scope, 'm')
        else cameTo('m', last)
        const came = await coming
        await vi.waitFor(() => expect([came, there ?? came].map(({ parts }) => parts.at(-1)!.upTo)).toEqual([6, 6]))
        came.end()
        there?.end()
      }
      expect(followedMeetings()).toEqual([])
    },
  )
  it('is followed by nobody where what was missed could not be read', async () => {
    vi.mocked(saidSince).mockRejectedValueOnce(new Error('away'))
    await expect(screen('m', 0)).rejects.toThrow('away')
    expect(followedMeetings()).toEqual([])
  })
  it('says nothing more to one that has gone', async () => {
    const [one, other] = [await screen('m', 0), await screen('m', 0)]
    one.end()
    last = 3
    tell(scope, 'm')
    await vi.waitFor(() => expect(other.parts.at(-1)!.upTo).toBe(3))
    expect(one.parts.at(-1)!.upTo).toBe(0)
    other.end()
  })
})
