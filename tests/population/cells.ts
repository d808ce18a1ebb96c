import type { SchoolId } from '../../core/catalogue/words'
import type { Cell } from './halfYear'
import { GOOD, PATCHY, UNANSWERED } from './notes'

/** A school with a way of noting, as the published tables name it, and what is wanted of the belief there. */
export interface Case {
  name: string
  school: SchoolId
  noting: Cell['noting']
  /**
   * Avoidable overloads in 1,000 blocks at most, and the share that stands too low at most; null: nothing is wanted.
   */
  wanted: { avoidable: number; under: number } | null
}

export const CASES: readonly Case[] = [
  { name: 'Dwell, patchy', school: 'dwell', noting: PATCHY, wanted: { avoidable: 3.5, under: 0.2 } },
  { name: 'Dwell, good', school: 'dwell', noting: GOOD, wanted: { avoidable: 3.5, under: 0.15 } },
  { name: 'Dwell, nobody answers', school: 'dwell', noting: UNANSWERED, wanted: { avoidable: 4, under: 0.25 } },
  { name: 'Pulse, patchy', school: 'pulse', noting: PATCHY, wanted: null },
  { name: 'Swing pair, patchy', school: 'swing-pair', noting: PATCHY, wanted: null },
  { name: 'Press, patchy', school: 'press', noting: PATCHY, wanted: null },
  { name: 'Measured load, patchy', school: 'measured-load', noting: PATCHY, wanted: { avoidable: 6, under: 0.12 } },
]
