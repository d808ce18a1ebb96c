/** How many movements a session has: few that are repeated, or many. */
export const HOW_MANY = ['few', 'some', 'many'] as const
export type HowMany = (typeof HOW_MANY)[number]

/** Minutes of a session for each of its blocks: eight, ten or as many as go into 45. */
const MINUTES_A_BLOCK: Record<HowMany, number> = { few: 5.6, some: 4.2, many: 0 }
/** A start, a close, and something between. */
const LEAST_BLOCKS = 4

/**
 * Blocks at most, settling and closing included.
 *
 * @param minutes of the session
 * @returns null: as many as the time holds
 * @source common practice, no source: eight to twelve movements in 45 minutes, so that each is learned
 * @example
 * mostBlocks('some', 45) // 11
 */
export function mostBlocks(howMany: HowMany, minutes: number): number | null {
  const each = MINUTES_A_BLOCK[howMany]
  return each === 0 ? null : Math.max(LEAST_BLOCKS, Math.round(minutes / each))
}
