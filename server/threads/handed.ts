import type { Acting } from '../database/rows'

/** What a thread is given to do. */
export interface Handed {
  name: string
  acting: Omit<Acting, 'db'>
  input: unknown
}

/** What comes back: the answer's bytes, or what the request is refused with. */
export type Done =
  | { bytes: Uint8Array }
  | { refused: { statusCode: number; statusMessage: string | undefined; message: string; data: unknown } }
