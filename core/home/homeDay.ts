import { z } from 'zod'

/** How a movement was at home, in three faces. */
export const FACES = ['easy', 'right', 'hard'] as const
export type Face = (typeof FACES)[number]

/** One movement on one day, as it is ticked at home. */
export interface HomeTick {
  /** Its place in the handout, from 0. */
  movement: number
  /** ISO day. */
  day: string
  face: Face
  hurt: boolean
}

/** So many movements a handout has at most, and so many days a code tells of. */
export const [MOVEMENTS_AT_MOST, WEEK_DAYS] = [5, 7] as const

/** A handout is good for four weeks; for one more it is taken back. */
export const [GOOD_DAYS, GIVEN_BACK_DAYS] = [28, 35] as const

/** Which handout something comes from. */
export const HandoutId = z.object({
  /** The practice that made it. */
  practice: z.uuid(),
  /** Counted in the practice, from 1. */
  number: z.number().int().min(1),
  /** ISO day. */
  madeOn: z.iso.date(),
})
export type HandoutId = z.infer<typeof HandoutId>

const DAY_MS = 86_400_000

/**
 * How many days lie between two ISO days.
 *
 * @example
 * daysBetween('2026-11-28', '2026-12-01') // 3
 */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS)
}

/**
 * The ISO day so many days later.
 *
 * @example
 * dayAfter('2026-11-28', 3) // '2026-12-01'
 */
export function dayAfter(day: string, days: number): string {
  return new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10)
}
