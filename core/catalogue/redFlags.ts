import { z } from 'zod'
import { capital } from '../sentence'

/** Signs at which a class stops for somebody: `catalogue/redFlags.yaml`. */
export const RedFlags = z.strictObject({
  flags: z.array(z.strictObject({ id: z.string(), says: z.string().min(1), asks: z.boolean().default(false) })).min(1),
  /** What is done at any of them. */
  then: z.string().min(1),
  origin: z.string().min(1),
})
export type RedFlags = z.infer<typeof RedFlags>

/**
 * The signs as one sentence with what is done.
 *
 * @example
 * redFlagSentence(redFlags).startsWith('Chest pain, sudden breathlessness') // true
 */
export function redFlagSentence({ flags, then }: RedFlags): string {
  return `${capital(flags.map((flag) => flag.says).join(', '))}: ${then}.`
}

/**
 * What is asked of everybody at the door: signs that may have come since last time.
 *
 * @example
 * doorQuestion(redFlags) // 'chest pain, a faint, sudden weakness, a fall with pain'
 */
export function doorQuestion({ flags }: RedFlags): string {
  return flags
    .filter((flag) => flag.asks)
    .map((flag) => flag.says)
    .join(', ')
}
