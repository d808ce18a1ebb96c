import { entryAt, keysOf } from '../entries'
import type { Dial, Support, Tag } from './words'

/** One setting of a dial of standing. */
interface StanceStep {
  words: string
  /** What it asks of whoever stands, beyond the rung. */
  asks: readonly Tag[]
  /** What steadies, where the dial says so. */
  support?: Support
}

/**
 * What makes the same stance harder, one thing at a time: the hands, how narrow the base is, the eyes, what is stood
 * on, and something else to do. A value is a place in its row.
 *
 * @source the five are common practice, no source; which order within a row is ours where the trade has none
 */
const STANCE = {
  hands: [
    { words: 'no hands', asks: ['unsupported-stance'], support: 'none' },
    { words: 'hands hovering', asks: ['unsupported-stance'], support: 'none' },
    { words: 'a fingertip', asks: [], support: 'fingertip' },
    { words: 'one hand', asks: [], support: 'one' },
    { words: 'both hands', asks: [], support: 'both' },
  ],
  base: [
    { words: 'feet wide', asks: [] },
    { words: 'feet under the hips', asks: [] },
    { words: 'feet together', asks: [] },
    { words: 'half heel-to-toe', asks: [] },
    { words: 'heel-to-toe', asks: ['hip-cross-midline'] },
    { words: 'one leg', asks: ['single-leg-stance'] },
  ],
  eyes: [
    { words: 'eyes open', asks: [] },
    { words: 'head turning slowly', asks: ['turning', 'neck-turn-end'] },
    { words: 'a soft gaze', asks: ['eyes-closed'] },
    { words: 'eyes closed', asks: ['eyes-closed'] },
  ],
  surface: [
    { words: 'on the floor', asks: [] },
    { words: 'on a folded blanket', asks: ['unsupported-stance'] },
    { words: 'on a pad', asks: ['unsupported-stance'] },
  ],
  task: [
    { words: 'nothing besides', asks: [] },
    { words: 'counting aloud', asks: [] },
    { words: 'naming things', asks: [] },
    { words: 'carrying a cup', asks: [] },
    { words: 'tossing a ball', asks: ['unsupported-stance'] },
  ],
} as const satisfies Partial<Record<Dial, readonly StanceStep[]>>

export type StanceDial = keyof typeof STANCE
export const STANCE_DIALS = keysOf<StanceDial>(STANCE)

/**
 * Whether a dial is one of standing.
 *
 * @example
 * isStance('eyes') // true
 */
export function isStance(dial: Dial): dial is StanceDial {
  return dial in STANCE
}

/**
 * A setting of such a dial: how it is said, and what it asks.
 *
 * @param value a place in its row; what lies beyond it counts as its end
 * @example
 * stanceAt('eyes', 3).words // 'eyes closed'
 */
export function stanceAt(dial: StanceDial, value: number): StanceStep {
  const steps: readonly StanceStep[] = STANCE[dial]
  return entryAt(steps, Math.max(0, Math.min(steps.length - 1, Math.round(value))))
}
