import type { Phase } from '../catalogue/words'
import { introductionSeconds } from '../plan/saying'
import type { Option } from './options'

/** The order in which a session goes. */
export const PHASE_ORDER: Record<Phase, number> = { settle: 0, warm: 1, main: 2, 'long-holds': 3, close: 4 }

/** What a body height of getting up costs, seconds of useful work; ours. */
export const CLIMB_SECONDS = 6

/**
 * By how much an introduction is longer because of what has to be said in it.
 *
 * @param free what is left of the changeover for it, seconds
 * @example
 * sayingLonger({ introduction: 8, said: 20.3 }, 6) // 7
 */
export function sayingLonger({ introduction, said }: Pick<Option, 'introduction' | 'said'>, free: number): number {
  return introductionSeconds(introduction, said, free) - introduction
}
