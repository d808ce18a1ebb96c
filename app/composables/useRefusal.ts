import { FetchError } from 'ofetch'
import { z } from 'zod'

const Refused = z.object({
  message: z.string().default('This did not work.'),
  data: z
    .object({ code: z.string(), fields: z.record(z.string(), z.string()), current: z.unknown().optional() })
    .optional(),
})

export interface Refusal {
  /** 0 when the server could not be reached. */
  status: number
  message: string
  fields: Record<string, string>
  current?: unknown
}

/** Reads what the server said when it refused; anything else is said to be out of reach. */
export function refusalOf(error: unknown): Refusal {
  if (!(error instanceof FetchError) || error.statusCode === undefined) {
    return {
      status: 0,
      message: 'The server cannot be reached. What you typed is kept; it is tried again.',
      fields: {},
    }
  }
  const said = Refused.safeParse(error.data).data
  return {
    status: error.statusCode,
    message: said?.message ?? error.message,
    fields: said?.data?.fields ?? {},
    current: said?.data?.current,
  }
}
