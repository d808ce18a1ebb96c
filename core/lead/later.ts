import { keysOf, recordOf } from '../entries'

/**
 * Fields that are said anew, each with when it was said, epoch milliseconds; a field without a time is as old as can
 * be.
 */
export interface Timed<F extends object> {
  fields: F
  at: Partial<Record<keyof F & string, number>>
}

/**
 * What holds of two accounts of the same: field by field what was said later; of two things that were said at the same
 * moment always the same one, so that every device comes to the same, whichever it hears first.
 *
 * @example
 * laterOf({ fields: { pain: 2, dizzy: false }, at: { pain: 5 } }, { fields: { pain: 7 }, at: { pain: 9 } }).fields
 * // { pain: 7, dizzy: false }
 */
export function laterOf<F extends object>(known: Timed<F>, said: Timed<Partial<F>>): Timed<F> {
  const fields = { ...known.fields }
  const at = { ...known.at }
  for (const key of keysOf<keyof F & string>(said.fields)) {
    const [before, after] = [at[key] ?? 0, said.at[key] ?? 0]
    const value = said.fields[key] as F[keyof F & string]
    const isKnown = fields[key] !== undefined
    if (isKnown && (after < before || (after === before && wordsOf(value) <= wordsOf(fields[key])))) continue
    fields[key] = value
    if (after > 0) at[key] = after
  }
  return { fields, at }
}

function wordsOf(value: unknown): string {
  return JSON.stringify(value) ?? ''
}

/**
 * Everything that was said at one moment, as fields with their time.
 *
 * @param at epoch milliseconds
 * @example
 * saidAt({ pain: 7 }, 9).at // { pain: 9 }
 */
export function saidAt<F extends object>(fields: F, at: number): Timed<F> {
  return { fields, at: recordOf(keysOf<keyof F & string>(fields), () => at) }
}
