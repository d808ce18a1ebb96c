import { z } from 'zod'

/** How many movements a chain has. */
export const PARTS = { least: 2, most: 6 } as const

/**
 * A short flow of movements that share a posture, under one name, done through without a stop between them. A row of
 * `catalogue/chains.yaml`.
 */
export const ReadyChain = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(3).max(60),
  /** What it is for. */
  words: z.string().min(10).max(200),
  /** All of it on one side, and then all of it on the other; left out: each part on both before the next. */
  bySide: z.boolean().default(false),
  parts: z
    .array(z.strictObject({ movement: z.string(), rounds: z.number().int().min(1).max(4).default(1) }))
    .min(PARTS.least, `A chain has ${PARTS.least} parts at least.`)
    .max(PARTS.most, `A chain has ${PARTS.most} parts at most.`)
    .refine(
      (parts) => new Set(parts.map(({ movement }) => movement)).size === parts.length,
      'A movement is once in a chain.',
    ),
})
export type ReadyChain = z.infer<typeof ReadyChain>
