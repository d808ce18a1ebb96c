import { z } from 'zod'
import { WholeSentence } from './wholeSentence'
import { Quality, Support, Tag, Tier, type Side } from './words'

/** One thing a consideration does to variations that carry a tag, if the dose or the hands make it so. */
export const ConsiderationRule = z.object({
  tag: Tag,
  effect: z.enum(['block', 'watch']),
  when: z
    .object({
      /** Only above this level. */
      levelOver: z.number().optional(),
      /** Only where less than this steadies: a fingertip is less than a hand, nothing less than a fingertip. */
      supportUnder: Support.optional(),
    })
    .default({}),
})
export type ConsiderationRule = z.infer<typeof ConsiderationRule>

/** A health fact that changes what is offered: a row of `catalogue/considerations.yaml`. */
export const Consideration = z.object({
  id: z.string(),
  name: z.string(),
  /** Whether it belongs to the left or the right. */
  sided: z.boolean().default(false),
  rules: z.array(ConsiderationRule).default([]),
  /** Shown to whoever leads. */
  watch: z.array(WholeSentence).default([]),
  /** What is changed on the dials; `{side}` is the side that it is about. */
  adjust: z.array(WholeSentence).default([]),
  /** A press is done at so much of full effort at most, percent. */
  effortAtMost: z.number().optional(),
  /** Nothing is held still longer in movements of these kinds, seconds. */
  holdAtMost: z.object({ seconds: z.number().min(1), of: z.array(Quality).min(1) }).optional(),
  /** Rests between rounds, seconds. */
  restAtLeast: z.number().min(1).optional(),
  /** After so many repetitions of what carries the tag, so many seconds are waited. */
  waitBetween: z.object({ tag: Tag, repetitions: z.number().int().min(1), seconds: z.number().min(1) }).optional(),
  /** So much of a measured range may be used, 0–1, where these ranges are imposed. */
  rangeAtMost: z.object({ share: z.number().gt(0).max(1), of: z.array(z.string()).min(1) }).optional(),
  /** So much of a block's dose is done, 0–1. */
  doseFactor: z.number().gt(0).max(1).optional(),
  changeoverFactor: z.number().min(1).optional(),
  sittingWaitSeconds: z.number().optional(),
  standingWaitSeconds: z.number().optional(),
  /** Nothing but breath until somebody clears it, or until they are screened or asked. */
  breathOnly: z.boolean().default(false),
  until: z.enum(['cleared', 'screened', 'asked']).default('cleared'),
  /** Does not take part; shows what to do. */
  redFlag: z.boolean().default(false),
  /** After so many seconds on the feet at a stretch the next block is done on the chair. */
  standingAtMost: z.number().min(30).optional(),
  /** Tiers that are closed with it, whatever else is open. */
  closes: z.array(Tier).default([]),
  /** No step up is proposed: it is taken by hand only. */
  stepsByHandOnly: z.boolean().default(false),
  /** How hard it was is seen and not asked: form and hand decide. */
  effortNotAsked: z.boolean().default(false),
  /** Who has it without its being written down: those never screened, those who stay in a wheelchair. */
  holdsFor: z.enum(['unscreened', 'wheelchair']).optional(),
  /** The leg that it is of is the weaker one: the other leads on the way to the floor and up. */
  weakLeg: z.boolean().default(false),
  /** It ends when one of these is reached in a measure that was taken after it began: a gate, and not a calendar. */
  endsWith: z.array(z.object({ measure: z.string(), atLeast: z.number() })).default([]),
  /** Where the row comes from. */
  origin: z.string(),
})
export type Consideration = z.infer<typeof Consideration>

/**
 * What a consideration changes on the dials, said of the side that it is about.
 *
 * @example
 * adjustments({ adjust: ['The {side} hip stays under 90°.'] }, 'right') // ['The right hip stays under 90°.']
 */
export function adjustments({ adjust }: Pick<Consideration, 'adjust'>, side: Side): string[] {
  return adjust.map((sentence) => sentence.replaceAll('{side} ', side === 'both' ? '' : `${side} `))
}
