import { createFetch } from 'ofetch'
import { keptJson } from '~/live/keptJson'
import { isSignedOut } from '~/live/signedOut'
import {
  PASSPHRASE_HEADER,
  type ParamsOf,
  type ReplyOf,
  type Route,
  type SentBodyOf,
  type SentQueryOf,
} from '~~/core/contract/route'

type Needs<Name extends string, T> = [T] extends [undefined] ? { [N in Name]?: undefined } : { [N in Name]: T }
type Params<R extends Route> = keyof ParamsOf<R> extends never ? { params?: undefined } : { params: ParamsOf<R> }
/** What a route is asked with: its parameters, its query and its body, as the contract has them. */
export type Sent<R extends Route> = Params<R> & Needs<'body', SentBodyOf<R>> & Partial<Needs<'query', SentQueryOf<R>>>

/** What is asked of the way there and back. */
interface OnTheWay {
  /** How long an answer may take; left out: as long as it does. */
  patienceMs?: number
  /** What comes of it, where it was sent before there was a script to call it. */
  answered?: Promise<Response>
}
/** The same of any route. */
interface AnySent extends OnTheWay {
  params?: Record<string, string>
  query?: object
  body?: unknown
}
type Asked<R extends Route> =
  Record<string, never> extends Sent<R> ? [sent?: Sent<R> & OnTheWay] : [sent: Sent<R> & OnTheWay]

/**
 * Calls a route of the contract and parses what it answers: the one place where the application talks to its server.
 *
 * @throws FetchError where the server refuses or cannot be reached, ZodError where it answers otherwise than agreed
 * @example
 * const circles = await call(contract.readCircles)
 */
export async function call<R extends Route>(route: R, ...[sent]: Asked<R>): Promise<ReplyOf<R>> {
  const { params, query, body, patienceMs, answered }: AnySent = sent ?? {}
  const ask = answered ? (createFetch({ fetch: () => answered }) as typeof $fetch) : $fetch
  const reply = await ask<unknown>(addressWith(route, params), {
    method: route.method,
    query,
    body: jsonOf(body),
    retry: 0,
    timeout: patienceMs,
    responseType: route.reply ? 'json' : 'text',
    onResponse: ({ response }) => {
      if (route.may !== 'anybody' && route.may !== 'screen' && response.status < 500)
        isSignedOut.value = response.status === 401
    },
  })
  return replyIn(route, reply)
}

/** What came, as the contract says; as it is where the contract leaves it open. */
function replyIn<R extends Route>(route: R, came: unknown): ReplyOf<R> {
  return (route.reply ? route.reply.parse(came) : came) as ReplyOf<R>
}

/** Sends a file as it is to a route that takes one, with the passphrase that it lies under where it does. */
export async function sendFile<R extends Route>(
  route: R,
  file: File,
  { passphrase = '', query }: { passphrase?: string; query?: Record<string, string> } = {},
): Promise<ReplyOf<R>> {
  const headers = {
    'content-type': file.type || 'application/octet-stream',
    ...(passphrase === '' ? {} : { [PASSPHRASE_HEADER]: encodeURIComponent(passphrase) }),
  }
  const reply = await $fetch<unknown>(route.path, { method: 'POST', body: file, headers, query, retry: 0 })
  return replyIn(route, reply)
}

/** Where a route is, with its parameters filled in: for links, downloads and streams. */
export function addressOf<R extends Route>(route: R, params?: ParamsOf<R>): string {
  return addressWith(route, params)
}

function addressWith(route: Route, known: Record<string, string> = {}): string {
  return route.path.replace(/:([a-z]+)/gi, (_, name: string) => encodeURIComponent(known[name] ?? ''))
}

/**
 * Asks for a file by a body and keeps it under the name that the server gives it.
 *
 * @throws FetchError where the server refuses or cannot be reached
 */
export async function keepFile<R extends Route & { method: 'POST'; file: string }>(
  route: R,
  body: SentBodyOf<R>,
  params?: ParamsOf<R>,
): Promise<string> {
  const reply = await $fetch.raw(addressOf(route, params), {
    method: 'POST',
    body: jsonOf(body),
    responseType: 'blob',
    retry: 0,
    // Why it was refused comes as JSON, whatever was asked for.
    onResponseError: async ({ response }) => {
      response._data = keptJson(await blobIn(response).text())
    },
  })
  const name = /filename="([^"]+)"/.exec(reply.headers.get('content-disposition') ?? '')?.[1] ?? 'file'
  saveBlob(name, blobIn(reply))
  return name
}

/** What is sent as JSON; nothing where a route takes nothing. */
function jsonOf(body: unknown): object | undefined {
  return typeof body === 'object' && body !== null ? body : undefined
}

/** The file that a reply brings; nothing is never kept as an empty file. */
function blobIn({ _data: file }: { _data?: unknown }): Blob {
  if (!(file instanceof Blob)) throw new TypeError('The server sent no file.')
  return file
}
