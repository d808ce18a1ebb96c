import { z } from 'zod'
import type { HealthDeed } from './healthDeed'

/** Who may call a route: anybody, a screen that came in by a code, everybody who is signed in, or leads. */
export type Access = 'anybody' | 'screen' | 'account' | 'lead'

/**
 * A route as both sides know it: where it is, who may call it, what is asked and what is answered. The server parses
 * the
 * request and answers by `reply`; the app parses the reply by the same schema.
 */
export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE'
  /** Parameters stand as `:name`: `/api/meetings/:id`. */
  path: `/api/${string}`
  may: Access
  /**
   * Of which meetings a helper may ask it, where the path names one: those they look at, and those of the last weeks,
   * for which a device may still bring what was noted. Left out: of any.
   */
  ofHelpers?: 'these-days' | 'lately'
  /** That somebody asked it is noted, since it says something of people's health: what they did, and of whom. */
  notes?: { did: HealthDeed; of: 'person' | 'meeting' | 'circle' | 'practice' }
  /** Whether a screen that came in by a code may ask it too: it says nothing of people. */
  alsoScreens?: true
  query?: z.ZodType
  body?: z.ZodType
  /** The body may be as large as this; a megabyte where nothing is said. */
  atMostMb?: number
  /** What is answered as JSON. */
  reply?: z.ZodType
  /** What is answered as a file, by its media type. */
  file?: string
}

/** In this header, as a part of an address is written, comes the passphrase of an archive that is the body. */
export const PASSPHRASE_HEADER = 'x-passphrase'

/** Keeps the exact type of a route's description, so that requests and replies are inferred from it. */
export function route<const R extends Route>(described: R): R {
  return described
}

/** Names of a path's parameters. */
export type ParamsOf<R extends Route> = Record<ParamIn<R['path']>, string>
type ParamIn<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamIn<`/${Rest}`>
  : P extends `${string}:${infer Name}`
    ? Name
    : never

export type BodyOf<R extends Route> = R extends { body: infer S extends z.ZodType } ? z.output<S> : undefined
export type SentBodyOf<R extends Route> = R extends { body: infer S extends z.ZodType } ? z.input<S> : undefined
export type QueryOf<R extends Route> = R extends { query: infer S extends z.ZodType } ? z.output<S> : undefined
export type SentQueryOf<R extends Route> = R extends { query: infer S extends z.ZodType } ? z.input<S> : undefined
export type ReplyOf<R extends Route> = R extends { reply: infer S extends z.ZodType } ? z.output<S> : string
/** What a route's handler hands over: the reply before it is parsed. */
export type AnswerOf<R extends Route> = R extends { reply: infer S extends z.ZodType } ? z.input<S> : unknown

/** An id that the database made, or a client. */
export const Id = z.uuid()
/** A day as the calendar writes it, ISO 8601. */
export const Day = z.iso.date('A date is written as year, month and day.')
/** A moment, ISO 8601 in UTC. */
export const Moment = z.string()
/** The version that a save stands on. */
export const Version = z.number('The version that was read is needed.').int()
