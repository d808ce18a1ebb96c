import { FetchError } from 'ofetch'
import { z } from 'zod'

const Refused = z.object({
  message: z.string().default('This did not work.'),
  data: z
    .object({ code: z.string(), fields: z.record(z.string(), z.string()), current: z.unknown().optional() })
    .optional(),
})

/** What went wrong with something that was asked of the server. */
export interface Refusal {
  /**
   * `refused`: the server said no, and why. `unreachable`: it could not be asked. `broken`: an error of the
   * application's
   * own, which asking again does not mend.
   */
  kind: 'refused' | 'unreachable' | 'broken'
  /** 0 where the server did not answer. */
  status: number
  message: string
  fields: Record<string, string>
  current?: unknown
}

/** What was typed cannot be taken as it is: found here, before anything was sent. */
export class WrongInput extends Error {
  override name = 'WrongInput'
}

/** Reads what went wrong; an error that is no refusal is called what it is. */
export function refusalOf(error: unknown): Refusal {
  if (error instanceof WrongInput) return { kind: 'refused', status: 422, message: error.message, fields: {} }
  if (!(error instanceof FetchError)) return broken(error)
  if (error.statusCode === undefined)
    return {
      kind: 'unreachable',
      status: 0,
      message: 'The server cannot be reached. What you typed is kept; it is tried again.',
      fields: {},
    }
  const said = Refused.safeParse(error.data).data
  return {
    kind: 'refused',
    status: error.statusCode,
    message: said?.message ?? error.message,
    fields: said?.data?.fields ?? {},
    current: said?.data?.current,
  }
}

/** Words for an error of the application's own: what it is, and what to do. */
export function brokenWords(error: unknown): string {
  const what =
    error instanceof z.ZodError
      ? 'the server answered otherwise than agreed'
      : String(error instanceof Error ? error.message : error)
  return `Something is wrong in the application: ${what}. Reload the page; what you typed is kept.`
}

function broken(error: unknown): Refusal {
  console.error(error)
  return { kind: 'broken', status: 0, message: brokenWords(error), fields: {} }
}
