/**
 * One promise each before a worker: what is asked is answered by its number.
 *
 * @param start makes the worker when it is first needed
 */
export function useWorker<Task extends { id: number }, Done extends { id: number }>(start: () => Worker) {
  let worker: Worker | undefined
  let count = 0
  const waiting = new Map<number, (done: Done) => void>()

  return function ask(task: Omit<Task, 'id'>): Promise<Done> {
    if (!worker) {
      worker = start()
      worker.onmessage = ({ data }: MessageEvent<Done>) => {
        waiting.get(data.id)?.(data)
        waiting.delete(data.id)
      }
    }
    const id = (count += 1)
    worker.postMessage({ ...task, id })
    return new Promise((resolve) => waiting.set(id, resolve))
  }
}
