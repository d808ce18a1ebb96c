import type { H3Event } from 'h3'
import type { z } from 'zod'
import { fieldMessages, notValid, refusal } from './refuse'

/** Larger bodies are not read to their end, where a route says nothing else. */
const BODY_AT_MOST_MB = 1

/**
 * Reads and parses a request's JSON body.
 *
 * @throws 413 over the limit, 400 where it is not JSON, 422 with a message by field where it does not fit the schema
 */
export async function readJson<S extends z.ZodType>(
  event: H3Event,
  schema: S,
  atMostMb = BODY_AT_MOST_MB,
): Promise<z.output<S>> {
  const text = await readText(event, atMostMb)
  const parsed = schema.safeParse(jsonOf(text))
  if (!parsed.success) throw notValid(fieldMessages(parsed.error))
  return parsed.data
}

function jsonOf(text: string): unknown {
  if (text === '') return undefined
  try {
    return JSON.parse(text)
  } catch {
    throw refusal(400, 'broken-json', 'The request is not readable JSON.')
  }
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
