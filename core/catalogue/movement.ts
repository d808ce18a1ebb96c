import { entryAt } from '../entries'
import { z } from 'zod'
import { POSE_NAMES, SceneEntry, VariationFigure } from './figure'
import { Dose, DosePlan } from './dose'
import { Dial, HandsDo, Level, Phase, Quality, Region, SchoolId, SidePolicy, Strand, Support, Tag } from './words'

const sentence = z.string().min(3).max(300)

/** One step of a dial: what is turned, how far it may go and how much a turn changes. Units follow the dial. */
export const DialRange = z
  .object({
    dial: Dial,
    from: z.number(),
    to: z.number(),
    step: z.number().positive(),
    unit: z.string().max(12).default(''),
  })
  .refine((range) => range.from !== range.to, 'A dial that cannot be turned is not a dial.')
export type DialRange = z.infer<typeof DialRange>

/** How far a dial may go at all, by its unit: a row of `catalogue/dials.yaml`. */
export const DialBound = z.object({ dial: Dial, unit: z.string().max(12), from: z.number(), to: z.number() })
export type DialBound = z.infer<typeof DialBound>

export const PropNeed = z.object({
  prop: z.string(),
  count: z.number().int().min(1).max(4).default(1),
  /** Props that do as well, best first. */
  instead: z.array(z.string()).default([]),
})
export type PropNeed = z.infer<typeof PropNeed>

/** A tag with the side it asks: the side that works, or the whole body. */
export const Demand = z.union([
  Tag.transform((tag) => ({ tag, of: 'worked' as const })),
  z.object({ tag: Tag, of: z.enum(['worked', 'other', 'whole']) }),
])
export type Demand = z.infer<typeof Demand>

/** An angle that body weight or a prop forces on somebody, to be held against their own measured range. */
export const ImposedRange = z.object({
  /** A measure of a range, as named in `catalogue/measures.yaml`. */
  measure: z.string(),
  degrees: z.number().min(1).max(180),
  of: z.enum(['worked', 'other']).default('worked'),
})
export type ImposedRange = z.infer<typeof ImposedRange>

/** What plans, offers and times compute with; it travels without the words. */
const VariationFacts = z.object({
  level: Level,
  name: z.string().min(3).max(80),
  /** A posture of the lane's tier, as named in `catalogue/postures.yaml`. */
  posture: z.string(),
  support: Support,
  handsDo: HandsDo.default('rest'),
  props: z.array(PropNeed).default([]),
  dials: z.array(DialRange).default([]),
  demands: z.array(Demand).default([]),
  /** Where this version has a pace of its own: as much of it is done as fits into the block's time. */
  dose: Dose.optional(),
  /** Where this version trains another line of defence than its movement. */
  strand: Strand.optional(),
  /** Where this version treats the sides otherwise than its movement does. */
  sides: SidePolicy.optional(),
  /** What its “more” asks beyond it: tags, and less that steadies. */
  moreAsks: z.object({ demands: z.array(Demand).default([]), support: Support.optional() }).optional(),
  /** Ranges that are forced, not chosen; elsewhere a person stops where they stop. */
  imposed: z.array(ImposedRange).default([]),
})

/** What is said of a variation. */
export const VariationTexts = z.object({
  setUp: sentence,
  cues: z.array(sentence).min(1).max(3),
  feel: sentence,
  notFeel: sentence,
  cheats: z.array(z.object({ cheat: sentence, correction: sentence })).min(1),
  easier: sentence,
  more: sentence,
})
export type VariationTexts = z.infer<typeof VariationTexts>

/** The facts of a variation that another way of doing it may change. */
const WayFacts = z.object({
  id: z.string().regex(/^[a-z-]+$/, 'A way’s id is made of small letters and hyphens.'),
  posture: z.string(),
  support: Support.optional(),
  handsDo: HandsDo.optional(),
  props: z.array(PropNeed).optional(),
  imposed: z.array(ImposedRange).optional(),
  /** All that this way asks. */
  demands: z.array(Demand).default([]),
})

/**
 * The same rung in another posture or on another part of the arm, for those to whom the usual one is closed: propped
 * where one cannot lie flat, on the forearms where the wrists are sore.
 */
export const WayEntry = z.object({
  ...WayFacts.shape,
  setUp: sentence,
  cues: z.array(sentence).min(1).max(3).optional(),
  figure: VariationFigure.optional(),
})
export type WayEntry = z.infer<typeof WayEntry>

const PRESSING = ['knee', 'ankle', 'heel', 'palm', 'elbow'] as const
/** Where somebody presses in a variation, and which way: forward is where they look, right their own right side. */
export const Press = z.strictObject({
  at: z.enum((['left', 'right'] as const).flatMap((side) => PRESSING.map((spot) => `${side} ${spot}` as const))),
  way: z.enum(['up', 'down', 'forward', 'back', 'left', 'right']),
})
export type Press = z.infer<typeof Press>

export const VariationEntry = z.object({
  ...VariationFacts.shape,
  /** Where the force goes while it is pressed, as the figure is drawn. */
  presses: z.array(Press).default([]),
  /** Other ways of doing it, the nearest first. */
  ways: z.array(WayEntry).default([]),
  /** How the figure departs from its posture's. */
  figure: VariationFigure.default({ start: { angles: {}, contacts: {}, scene: {} } }),
  ...VariationTexts.shape,
})
export type VariationEntry = z.infer<typeof VariationEntry>

/** How many words it takes to say how a variation is set up, and the longest thing that is said while it is done. */
const SaidWords = z.object({ before: z.number().int(), during: z.number().int() })

/** Another way in the catalogue's index. */
const WaySummary = z.object({ ...WayFacts.shape, saidWords: SaidWords })

/** A variation in the catalogue's index: its facts, which poses are drawn and how its chair stands. */
export const VariationSummary = z.object({
  ...VariationFacts.shape,
  ways: z.array(WaySummary).default([]),
  poses: z.array(z.enum(POSE_NAMES)),
  chair: SceneEntry.shape.chair.optional(),
  saidWords: SaidWords,
})
export type VariationSummary = z.infer<typeof VariationSummary>

const ladderOf = <Rung extends z.ZodType<{ level: Level }>>(rung: Rung) =>
  z
    .array(rung)
    .min(1)
    .refine(
      (rungs) => rungs.every((one, at) => at === 0 || one.level > entryAt(rungs, at - 1).level),
      'The levels of a ladder rise from rung to rung.',
    )

/** What a tier does for a movement: a ladder of its own, or another movement meanwhile. */
const tiersOf = <Rung extends z.ZodType<{ level: Level }>>(rung: Rung) => {
  const tier = z.union([z.object({ ladder: ladderOf(rung) }).strict(), z.object({ standIn: z.string() }).strict()])
  return z.object({ bed: tier, chair: tier, standing: tier, floor: tier })
}

const muscle = z.object({ plain: z.string(), anatomical: z.string() })

const MovementFacts = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/, 'An id is made of small letters, digits and hyphens.'),
  number: z.number().int().positive(),
  name: z.string().min(3).max(60),
  intent: sentence,
  regions: z.partialRecord(Region, z.number().gt(0).max(1)),
  quality: Quality,
  phase: Phase,
  sides: SidePolicy,
  /** Which line of defence it trains, or prepares; left out: none. */
  strand: Strand.optional(),
  doses: z.record(SchoolId, DosePlan),
  after: z.array(z.string()).default([]),
  prepares: z.array(z.string()).default([]),
  /** Movements whose swing uses at once what a hold of this one has opened, the nearest first: a pair’s partners. */
  swings: z.array(z.string()).default([]),
  /** Seconds of one slow move out and back, where a stretch may be moved in rhythm as well as held still. */
  rhythmSeconds: z.number().min(2).max(12).optional(),
})

const MovementWords = z.object({
  muscles: z.object({ lengthened: z.array(muscle), working: z.array(muscle) }),
  cautions: z.array(sentence).min(1),
})

/** One intent, the same in every tier: the shape of a file under `catalogue/movements/`. */
export const MovementEntry = z.object({
  ...MovementFacts.shape,
  ...MovementWords.shape,
  tiers: tiersOf(VariationEntry),
})
export type MovementEntry = z.infer<typeof MovementEntry>

/** A movement in the catalogue's index. */
export const MovementSummary = z.object({ ...MovementFacts.shape, tiers: tiersOf(VariationSummary) })
export type MovementSummary = z.infer<typeof MovementSummary>

/** All words about one movement, fetched when somebody looks at it or leads it. */
export const MovementTexts = z.object({
  id: MovementFacts.shape.id,
  ...MovementWords.shape,
  variations: z.record(z.string(), VariationTexts),
})
export type MovementTexts = z.infer<typeof MovementTexts>
