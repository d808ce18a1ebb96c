import { z } from 'zod'
import { Dose } from '../catalogue/dose'
import { SidePolicy, Tier } from '../catalogue/words'
import { ScriptStep } from '../lead/script'
import { SheetFigure } from './homeSheet'

/** One stretch of a lane's own work. */
export const SheetPart = z.object({
  kind: z.enum(['work', 'opening', 'rest', 'change-side']),
  seconds: z.number(),
  side: z.enum(['both', 'first', 'second', 'weaker']),
  round: z.number(),
  waits: z.boolean().optional(),
})

/** What is done in a block by whom the file is for. */
export const ClassBlock = z.object({
  id: z.string(),
  name: z.string(),
  /** Which part of its chain it is, in words; empty: it stands by itself. */
  part: z.string(),
  /** The variation's name; empty: they breathe where they are. */
  rung: z.string(),
  tier: Tier,
  dose: Dose,
  sides: SidePolicy,
  parts: z.array(SheetPart),
  feel: z.string(),
  notFeel: z.string(),
  easier: z.string(),
  /** How one gets into it, move by move. */
  moves: z.array(z.string()),
  /** Null: there is no figure of it. */
  figure: SheetFigure.nullable(),
  /** The swing that goes with its hold; null: it is no pair. */
  swing: z.object({ rung: z.string(), sides: SidePolicy, figure: SheetFigure.nullable() }).nullable(),
})
export type ClassBlock = z.infer<typeof ClassBlock>

/**
 * What the file holds that goes along with one class, for somebody who joins by video: their own lane in it, and
 * nothing of anybody else.
 */
export const ClassSheet = z.object({
  format: z.literal('unhurried-circle-class'),
  version: z.literal(1),
  title: z.string(),
  /** ISO 8601, and in words as the venue's clock has it. */
  startsAt: z.iso.datetime(),
  when: z.string(),
  personName: z.string(),
  tier: Tier,
  /** By what it knows the start codes of its class. */
  plan: z.number().int().min(0).max(1023),
  call: z.object({ name: z.string(), telephone: z.string() }),
  emergencyNumber: z.string(),
  redFlags: z.string(),
  sides: z.object({ sideHabit: z.enum(['left-right', 'first-second']), startSide: z.enum(['left', 'right']) }),
  steps: z.array(ScriptStep).min(1),
  /** What is said to their lane. */
  cues: z.array(z.object({ step: z.number(), intoStep: z.number(), runsOn: z.number(), say: z.string() })),
  blocks: z.array(ClassBlock).min(1),
  /** How they get back to where they began. */
  homeward: z.array(z.string()),
})
export type ClassSheet = z.infer<typeof ClassSheet>
