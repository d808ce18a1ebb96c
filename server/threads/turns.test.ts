import { describe, expect, it } from 'vitest'
import { TooMany, turns } from './turns'

/** Work that ends when it is told to. */
function work() {
  let end = (_: string) => undefined as void
  let began = false
  const ended = new Promise<string>((resolve) => (end = resolve))
  return {
    begin: () => {
      began = true
      return ended
    },
    end: (result: string) => end(result),
    hasBegun: () => began,
  }
}
const afterwards = () => new Promise((resolve) => setImmediate(resolve))

describe('what is done in turn', () => {
  it('waits for its own kind and not for others', async () => {
    const inTurn = turns(5)
    const [first, second, other] = [work(), work(), work()]
    const results = [inTurn('a', first.begin), inTurn('a', second.begin), inTurn('b', other.begin)]
    await afterwards()
    expect([first, second, other].map((one) => one.hasBegun())).toEqual([true, false, true])
    first.end('first')
    await afterwards()
    expect(second.hasBegun()).toBe(true)
    second.end('second')
    other.end('other')
    expect(await Promise.all(results)).toEqual(['first', 'second', 'other'])
  })
  it('goes on after one that failed', async () => {
    const inTurn = turns(5)
    const failed = inTurn('a', () => Promise.reject(new Error('no')))
    const next = inTurn('a', () => Promise.resolve('next'))
    await expect(failed).rejects.toThrow('no')
    expect(await next).toBe('next')
  })
  it('is refused where more wait than may, and let in again once they are done', async () => {
    const inTurn = turns(1)
    const [first, second] = [work(), work()]
    const both = [inTurn('a', first.begin), inTurn('a', second.begin)]
    await expect(inTurn('a', () => Promise.resolve(''))).rejects.toThrow(TooMany)
    first.end('')
    second.end('')
    await Promise.all(both)
    expect(await inTurn('a', () => Promise.resolve('in'))).toBe('in')
  })
})
