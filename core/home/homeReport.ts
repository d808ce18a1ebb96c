import { z } from 'zod'
import { FACES, HandoutId, type HomeTick } from './homeDay'

/** How somebody was the day after they had practised. */
export const NextDay = z.enum(['better', 'same', 'worse'])
export type NextDay = z.infer<typeof NextDay>

/** One movement as it was done at home. */
export const HomeDone = z.object({
  /** Its place in the handout, from 0. */
  movement: z.number().int().min(0).max(4),
  /** Day and minute by the device's clock, ISO, without a zone: the day is theirs. With the movement it is its key. */
  at: z.string().regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/),
  /** Ended before its time because of pain. */
  stopped: z.boolean(),
  face: z.enum(FACES),
  /** 0 to 10; null: a face was enough. */
  effort: z.number().int().min(0).max(10).nullable(),
  pain: z.number().int().min(0).max(10).nullable(),
  /** Whether the pain was sharp. */
  sharp: z.boolean(),
  word: z.string().max(200),
})
export type HomeDone = z.infer<typeof HomeDone>

/** The whole of what was done with a handout. */
export const HomeReport = z.object({
  format: z.literal('unhurried-circle-home-report', 'This is no file of a practice at home.'),
  version: z.literal(1, 'This file was written by another version: save it once more from a handout of today.'),
  handout: HandoutId,
  done: z.array(HomeDone).max(2000),
  /** How the day after was, by the day that was practised. */
  after: z.record(z.iso.date(), NextDay),
})
export type HomeReport = z.infer<typeof HomeReport>

/** Whether something hurt: it was stopped, was sharp, or was given a number. */
const hurtIn = ({ stopped, sharp, pain }: HomeDone) => stopped || sharp || (pain ?? 0) > 0

/**
 * What was done as ticks, one a movement and day: the hardest face of the day, and hurt where any of it hurt.
 *
 * @example
 * ticksOf([{ movement: 0, at: '2026-11-28T09:10', face: 'hard', stopped: false, sharp: false, pain: null }])
 * // [{ movement: 0, day: '2026-11-28', face: 'hard', hurt: false }]
 */
export function ticksOf(done: readonly HomeDone[]): HomeTick[] {
  const ticks = new Map<string, HomeTick>()
  for (const one of done) {
    const day = one.at.slice(0, 10)
    const key = `${day} ${one.movement}`
    const known = ticks.get(key)
    const face = known && FACES.indexOf(known.face) > FACES.indexOf(one.face) ? known.face : one.face
    ticks.set(key, { movement: one.movement, day, face, hurt: (known?.hurt ?? false) || hurtIn(one) })
  }
  return [...ticks.values()].toSorted((a, b) => a.movement - b.movement || a.day.localeCompare(b.day))
}
