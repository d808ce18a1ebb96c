import { findPlateau, type Plateau, type Trace } from '~~/core/measure/sensor'

export interface SensorTask {
  id: number
  trace: Trace
}
export interface SensorDone {
  id: number
  plateau: Plateau | null
}

/** Finds the plateau of a trace; minutes of samples are too long for the screen's own thread. */
self.onmessage = ({ data }: MessageEvent<SensorTask>) => {
  self.postMessage({ id: data.id, plateau: findPlateau(data.trace) } satisfies SensorDone)
}
