import { describe, expect, it } from 'vitest'
import { Lines, telling } from './lines'

describe('lines to screens', () => {
  it('are so many at most, and one that ended makes room, once', () => {
    const lines = new Lines(2)
    const take = () => lines.take('of somebody', () => expect.fail('closed'))
    const [end] = [take(), take()]
    expect(take).toThrow('Too many screens')
    end()
    end()
    take()
    expect(take).toThrow('Too many screens')
  })
  it('are closed with the session that they are of, and no others', () => {
    const lines = new Lines()
    const closed: string[] = []
    for (const session of ['ann', 'ann', 'bea']) lines.take(session, () => closed.push(session))
    lines.cut(['ann', 'nobody'])
    expect(closed).toEqual(['ann', 'ann'])
  })
  it('hold so much at most for a screen that takes nothing, which is closed then', () => {
    const sent: number[] = []
    let closed = 0
    const never = new Promise<void>(() => undefined)
    const tell = telling({ push: (at: number) => (sent.push(at), never), close: async () => void (closed += 1) }, 3)
    for (const at of [1, 2, 3]) tell(at)
    expect([sent, closed]).toEqual([[1, 2, 3], 0])
    tell(4)
    expect([sent, closed]).toEqual([[1, 2, 3], 1])
  })
  it('go on for one that takes what it is told, and for one whose telling failed', async () => {
    const sent: number[] = []
    const push = (at: number) => (sent.push(at), at % 2 === 0 ? Promise.reject(new Error('gone')) : Promise.resolve())
    const tell = telling({ push, close: () => expect.fail('closed') }, 1)
    for (const at of [1, 2, 3, 4]) {
      tell(at)
      await new Promise((resolve) => setImmediate(resolve))
    }
    expect(sent).toEqual([1, 2, 3, 4])
  })
})
