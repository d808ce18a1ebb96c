import { z } from 'zod'
import { Tag, Tier } from './words'

/** A posture of one tier: how high the body is (0 lying … 1 standing), and what merely being in it demands. */
export const Posture = z.object({
  id: z.string(),
  tier: Tier,
  name: z.string(),
  /** Height of the body, 0 flat … 1 standing: the posture contour's unit. */
  height: z.number().min(0).max(1),
  /** Lying and kneeling change sides more slowly than sitting and standing. */
  sideChangeSeconds: z.number().positive(),
  demands: z.array(Tag).default([]),
  /** Props of the room that it takes: a bed, a chair, a mat, a place at the wall. */
  takes: z.array(z.string()).default([]),
})
export type Posture = z.infer<typeof Posture>

/** One safe move between two postures, the same both ways; going up takes longer. */
export const Move = z.object({
  between: z.tuple([z.string(), z.string()]),
  seconds: z.number().positive(),
  /** Spoken when going from the first to the second, and back. */
  cue: z.string(),
  backCue: z.string(),
  /** What is added for whoever has one leg that is stronger, each way; `{side}` is that leg's. */
  strongCue: z.string().includes('{side}').optional(),
  backStrongCue: z.string().includes('{side}').optional(),
  demands: z.array(Tag).default([]),
})
export type Move = z.infer<typeof Move>

export const PostureGraph = z.object({
  upwardFactor: z.number().min(1),
  /** Where a lane starts and ends, the first that is open to a person. */
  home: z.record(Tier, z.array(z.string()).min(1)),
  postures: z.array(Posture),
  moves: z.array(Move),
})
export type PostureGraph = z.infer<typeof PostureGraph>
