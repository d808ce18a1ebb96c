import jsQR from 'jsqr'

/** A picture of a camera or a file, as the canvas has it. */
export interface SquareTask {
  id: number
  data: Uint8ClampedArray
  width: number
  height: number
}
/** What the square code in it says; null: there is none. */
export interface SquareDone {
  id: number
  text: string | null
}

self.onmessage = ({ data: { id, data, width, height } }: MessageEvent<SquareTask>) => {
  const found = jsQR(data, width, height)
  self.postMessage({ id, text: found?.data ?? null } satisfies SquareDone)
}
