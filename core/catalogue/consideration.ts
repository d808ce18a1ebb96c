import { z } from 'zod'
import { WholeSentence } from './wholeSentence'
import { Tag, type Side } from './words'

/** One thing a consideration does to variations that carry a tag, if the dose or the hands make it so. */
export const ConsiderationRule = z.object({
  tag: Tag,
  effect: z.enum(['block', 'watch']),
  when: z
    .object({
      /** Only at more than this effort, percent. */
      effortOver: z.number().optional(),
      /** Only where a hold or press lasts longer than this, seconds. */
      secondsOver: z.number().optional(),
      /** Only above this level. */
      levelOver: z.number().optional(),
      /** Only without any hand on something. */
      withoutHands: z.boolean().optional(),
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
  effortAtMost: z.number().optional(),
  /** So much of a measured range may be used, 0–1, where these ranges are imposed. */
  rangeAtMost: z.object({ share: z.number().gt(0).max(1), of: z.array(z.string()).min(1) }).optional(),
  doseFactor: z.number().gt(0).max(1).optional(),
  changeoverFactor: z.number().min(1).optional(),
  sittingWaitSeconds: z.number().optional(),
  standingWaitSeconds: z.number().optional(),
  /** Nothing but breath until somebody clears it. */
  breathOnly: z.boolean().default(false),
  /** Does not take part; shows what to do. */
  redFlag: z.boolean().default(false),
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
