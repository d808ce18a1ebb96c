import { createError } from 'h3'
import type { z } from 'zod'

/** What every refused request says: a status, a code, words, and words by field where fields are at fault. */
interface Refusal {
  code: string
  fields: Record<string, string>
  /** For an older version: what is stored now. */
  current?: unknown
}

/** Makes the error that the API answers with. */
export function refusal(
  statusCode: number,
  code: string,
  message: string,
  { fields = {}, current }: { fields?: Record<string, string>; current?: unknown } = {},
) {
  const data: Refusal = current === undefined ? { code, fields } : { code, fields, current }
  return createError({ statusCode, message, statusMessage: code, data })
}

/** The refusal of input that cannot be saved as it is, with what is wrong by field. */
export function notValid(fields: Record<string, string>, message = 'Some of this cannot be saved as it is.') {
  return refusal(422, 'not-valid', message, { fields })
}

/** The first message of every field, by its path. */
export function fieldMessages(error: z.ZodError): Record<string, string> {
  const fields: Record<string, string> = {}
  for (const issue of error.issues) fields[issue.path.join('.')] ??= issue.message
  return fields
}
