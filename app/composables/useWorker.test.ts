import { describe, expect, it } from 'vitest'
import { useWorker, WorkerDied, type WorkerLike } from './useWorker'

interface Task {
  id: number
  words: string
}

/** A worker that answers when it is told to, or dies. */
class Fake implements WorkerLike {
  onmessage: WorkerLike['onmessage'] = null
  onerror: WorkerLike['onerror'] = null
  onmessageerror: WorkerLike['onmessageerror'] = null
  readonly asked: Task[] = []
  isEnded = false
  postMessage(task: Task): void {
    this.asked.push(task)
  }
  terminate(): void {
    this.isEnded = true
  }
  answer(task: Task): void {
    this.onmessage?.call(this as unknown as Worker, { data: task } as MessageEvent)
  }
  die(): void {
    this.onerror?.call(this as unknown as Worker, { message: 'out of memory' } as ErrorEvent)
  }
}

describe('a computation in the background', () => {
  const started: Fake[] = []
  const worker = useWorker<Task, Task>(() => {
    started.push(new Fake())
    return started.at(-1)!
  })

  it('answers each question with its own answer, in whatever order', async () => {
    const [one, two] = [worker.ask({ words: 'one' }), worker.ask({ words: 'two' })]
    const [first, second] = started[0]!.asked
    started[0]!.answer(second!)
    started[0]!.answer(first!)
    expect((await Promise.all([one, two])).map(({ words }) => words)).toEqual(['one', 'two'])
    expect(started).toHaveLength(1)
  })
  it('that dies tells everybody who waits, and the next question starts another', async () => {
    const waiting = [worker.ask({ words: 'three' }), worker.ask({ words: 'four' })]
    started[0]!.die()
    for (const one of waiting) await expect(one).rejects.toThrow(new WorkerDied('out of memory').message)
    expect(started[0]!.isEnded).toBe(true)
    const next = worker.ask({ words: 'five' })
    expect(started).toHaveLength(2)
    started[1]!.answer(started[1]!.asked[0]!)
    expect((await next).words).toBe('five')
  })
  it('that is put away tells whoever still waits', async () => {
    const waiting = worker.ask({ words: 'six' })
    worker.dispose()
    await expect(waiting).rejects.toThrow('it was ended')
  })
})
