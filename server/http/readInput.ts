import type { H3Event } from 'h3'
import type { z } from 'zod'
import { LOOK_BACK_WEEKS, type LookBackWeeks } from '../../core/reflect/lookBack'
import { fieldMessages, refusal } from './refuse'

/** Larger bodies are not read to their end; a spreadsheet may be larger than what a form sends. */
const BODY_AT_MOST_MB = 1
export const SPREADSHEET_AT_MOST_MB = 8

/**
 * Reads and parses a request's JSON body.
 *
 * @throws 413 over the limit, 400 where it is not JSON, 422 with a message by field where it does not fit the schema
 */
export async function readInput<S extends z.ZodType>(
  event: H3Event,
  schema: S,
  { atMostMb = BODY_AT_MOST_MB } = {},
): Promise<z.infer<S>> {
  const text = await readText(event, atMostMb)
  let body: unknown
  try {
    body = text === '' ? undefined : JSON.parse(text)
  } catch {
    throw refusal(400, 'broken-json', 'The request is not readable JSON.')
  }
  const parsed = schema.safeParse(body)
  if (!parsed.success)
    throw refusal(422, 'not-valid', 'Some of this cannot be saved as it is.', fieldMessages(parsed.error))
  return parsed.data
}

/** Parses an id out of the route; anything that is no id is simply not there. */
export function idOf(event: H3Event, name = 'id'): string {
  const id = getRouterParam(event, name) ?? ''
  if (!/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(id))
    throw refusal(404, 'not-found', 'There is nothing here with this name.')
  return id.toLowerCase()
}

/** How far to look back, from the query; anything else is told what there is. */
export function readWeeks(event: H3Event): LookBackWeeks {
  const weeks = LOOK_BACK_WEEKS.find((known) => String(known) === String(getQuery(event).weeks ?? LOOK_BACK_WEEKS[1]))
  if (weeks === undefined)
    throw refusal(422, 'not-valid', 'This window is not there.', {
      weeks: `Look back over ${LOOK_BACK_WEEKS.join(', ')} weeks.`,
    })
  return weeks
}

async function readText(event: H3Event, atMostMb: number): Promise<string> {
  const tooLarge = refusal(413, 'too-large', `This is more than ${atMostMb} MB: send it in smaller parts.`)
  const atMost = atMostMb * 1024 * 1024
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > atMost) throw tooLarge
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of event.node.req) {
    size += chunk.length
    if (size > atMost) throw tooLarge
    chunks.push(chunk)
  }
  return Buffer.concat(chunks).toString('utf8')
}
