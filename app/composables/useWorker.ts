/**
 * One promise each before a worker: what is asked is answered by its number. A worker that dies ends all promises that
 * wait for it with a message, and the next question starts another one.
 *
 * @param start makes the worker when it is first needed
 */
export function useWorker<Task extends { id: number }, Done extends { id: number }>(start: () => WorkerLike) {
  let worker: WorkerLike | undefined
  let count = 0
  const waiting = new Map<number, { resolve: (done: Done) => void; reject: (error: Error) => void }>()

  function started(): WorkerLike {
    const fresh = start()
    fresh.onmessage = ({ data }: MessageEvent<Done>) => {
      waiting.get(data.id)?.resolve(data)
      waiting.delete(data.id)
    }
    fresh.onerror = (event) => end(new WorkerDied(event.message))
    fresh.onmessageerror = () => end(new WorkerDied('its answer could not be read'))
    return fresh
  }

  function end(error: Error): void {
    worker?.terminate()
    worker = undefined
    for (const { reject } of waiting.values()) reject(error)
    waiting.clear()
  }

  function ask(task: Omit<Task, 'id'>): Promise<Done> {
    worker ??= started()
    const id = (count += 1)
    const answer = new Promise<Done>((resolve, reject) => waiting.set(id, { resolve, reject }))
    worker.postMessage({ ...task, id })
    return answer
  }
  /** Ends the worker; whoever still waits for it is told. */
  const dispose = () => end(new WorkerDied('it was ended'))
  return { ask, dispose }
}

/** What is used of a worker. */
export type WorkerLike = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'> & {
  onmessageerror: Worker['onmessageerror']
}

/** A computation in the background that ended before it answered. */
export class WorkerDied extends Error {
  override name = 'WorkerDied'
  constructor(why: string) {
    super(`A computation in the background ended: ${why || 'nobody knows why'}`)
  }
}
