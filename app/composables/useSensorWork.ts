import type { SensorDone, SensorTask } from '~/workers/sensor.worker'

/** The worker that looks through traces, for as long as the component that asks is there. */
export function useSensorWork() {
  const { ask, dispose } = useWorker<SensorTask, SensorDone>(
    () => new Worker(new URL('../workers/sensor.worker.ts', import.meta.url), { type: 'module' }),
  )
  onScopeDispose(dispose)
  type Asked = SensorTask extends infer Task ? (Task extends { id: number } ? Omit<Task, 'id'> : never) : never
  return (task: Asked) => ask(task)
}
