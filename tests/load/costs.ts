import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import { root } from '../../bin/programs.mjs'

/** What one step of a meeting costs, on one core of the machine that it was measured on. */
const Cost = z.object({
  /** Of the server of the application, milliseconds of a core. */
  serverMs: z.number(),
  /** Of the database, milliseconds of a core. */
  databaseMs: z.number(),
  /** Statements. */
  queries: z.number(),
  /** That go out and come in. */
  bytes: z.number(),
})
export type Cost = z.infer<typeof Cost>

/** The steps of a meeting, from signing in to what is decided after it. */
export const STEPS = [
  'sign in',
  'open the circle',
  'open the meeting',
  'save the plan',
  'an arrival',
  'a press of the class',
  'a note',
  'a word to one screen',
  'open the reflection',
  'decide',
] as const
export type Step = (typeof STEPS)[number]

export const Costs = z.object({
  /** The machine, in words, and how long a plain loop takes on it: 3e8 rounds of a multiplication, seconds. */
  machine: z.string(),
  loopSeconds: z.number(),
  steps: z.record(z.enum(STEPS), Cost),
  /** What it costs a second that a server listens to the others: by itself, and for each meeting that it follows. */
  listening: z.object({ base: Cost, eachMeeting: Cost }),
})
export type Costs = z.infer<typeof Costs>

export const COSTS_FILE = join(root, 'tests/load/costs.json')

/** The costs as they were measured last. */
export function measuredCosts(): Costs {
  return Costs.parse(JSON.parse(readFileSync(COSTS_FILE, 'utf8')))
}
