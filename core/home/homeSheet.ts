import { z } from 'zod'
import { Camera, SceneEntry } from '../catalogue/figure'
import { Dose } from '../catalogue/dose'
import { Press } from '../catalogue/movement'
import { SidePolicy, Tier } from '../catalogue/words'
import { HandoutId } from './homeDay'

/** How a movement goes, as the figure files hold it. */
const SheetWay = z.object({
  base: z.enum(['upright', 'supine', 'prone', 'side']),
  scene: SceneEntry,
  camera: Camera,
  moments: z.array(z.array(z.number())),
  isRound: z.boolean().optional(),
  thingsAt: z.union([z.literal(0), z.literal(1)]).optional(),
})

/** The side that a figure works with, and how it moves. */
export const SheetFigure = z.object({ drawn: z.enum(['left', 'right']), way: SheetWay, presses: z.array(Press) })

/** One movement of a handout as it plays. */
export const SheetMovement = z.object({
  /** Its place among what was taken home, from 0. */
  at: z.number().int().min(0).max(4),
  movement: z.string(),
  name: z.string(),
  /** The variation's name. */
  rung: z.string(),
  tier: Tier,
  dose: Dose,
  rounds: z.number().int().min(1),
  restSeconds: z.number().min(0),
  sides: SidePolicy,
  sideChangeSeconds: z.number().min(0),
  /** Where it is done, before it begins. */
  place: z.string(),
  setUp: z.string(),
  cues: z.array(z.string()),
  feel: z.string(),
  notFeel: z.string(),
  easier: z.string(),
  /** Null where more is not for them. */
  more: z.string().nullable(),
  /** What it serves of what they come for; may be empty. */
  isFor: z.string(),
  /** Null: there is no figure of it. */
  figure: SheetFigure.nullable(),
})
export type SheetMovement = z.infer<typeof SheetMovement>

/** What the file that plays at home holds: nothing of a person but what their handout says as well. */
export const HomeSheet = z.object({
  format: z.literal('unhurried-circle-at-home'),
  version: z.literal(1),
  handout: HandoutId,
  /** ISO day: until then it may be done as it stands. */
  goodUntil: z.iso.date(),
  practiceName: z.string(),
  personName: z.string(),
  call: z.object({ name: z.string(), telephone: z.string() }),
  emergencyNumber: z.string(),
  /** The signs at which everything stops and help is called, with the number. */
  redFlags: z.string(),
  /** From this pain on a movement ends. */
  stopsAtPain: z.number(),
  note: z.string(),
  /** What they come for, in their words. */
  goals: z.array(z.string()),
  daysAWeek: z.number().int().min(1).max(7),
  times: z.array(z.string()),
  anchors: z.array(z.object({ says: z.string(), tiers: z.array(Tier), minute: z.boolean() })),
  beginsWith: z.number().int().min(1),
  growsAfterDays: z.number().int().min(1),
  minuteSeconds: z.number().min(10),
  forgiving: z.object({ days: z.number().int().min(0), weeks: z.number().int().min(0) }),
  badDay: z.string(),
  movements: z.array(SheetMovement).min(1).max(5),
  /** Where it sends what was done by itself; null: it is given back by hand. */
  sendsTo: z.string().nullable(),
})
export type HomeSheet = z.infer<typeof HomeSheet>
