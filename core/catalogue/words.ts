import { z } from 'zod'

/**
 * The trade's fixed vocabulary: everything that the catalogue, the people and the plans name alike.
 * Values that can grow (props, postures, considerations) are data under `catalogue/`, not here.
 */
export const TIERS = ['bed', 'chair', 'standing', 'floor'] as const
export const Tier = z.enum(TIERS, 'A tier is bed, chair, standing or floor.')
export type Tier = z.infer<typeof Tier>

export const LEVELS = [1, 2, 3, 4, 5] as const
export const Level = z
  .number('A level is a number from 1 to 5.')
  .int('A level is a whole number from 1 to 5.')
  .min(1, 'A level is 1 at least.')
  .max(5, 'A level is 5 at most.')
export type Level = z.infer<typeof Level>

/** What a level means, the same on every ladder. A higher one is another day, never a better person. */
export const LEVEL_NAMES: Record<number, string> = {
  1: 'Rested',
  2: 'Assisted',
  3: 'Own strength',
  4: 'Full range',
  5: 'Loaded',
}

export const Side = z.enum(['both', 'left', 'right'], 'Say which side: left, right or both.')
export type Side = z.infer<typeof Side>

/** How a movement treats the two sides of the body. */
export const SidePolicy = z.enum(['both', 'each', 'alternating', 'each-direction'])
export type SidePolicy = z.infer<typeof SidePolicy>

/** For two-sided work: finish one side, then the other; or take turns, the other side's turn being the rest. */
export const SideOrder = z.enum(['one-side-first', 'taking-turns'])
export type SideOrder = z.infer<typeof SideOrder>

export const SchoolId = z.enum(['dwell', 'pulse', 'swing-pair', 'press', 'measured-load'])
export type SchoolId = z.infer<typeof SchoolId>

export const Phase = z.enum(['settle', 'warm', 'main', 'long-holds', 'close'])
export type Phase = z.infer<typeof Phase>

export const Quality = z.enum(['mobility', 'strength', 'control', 'balance', 'breath'])
export type Quality = z.infer<typeof Quality>

export const REGIONS = [
  'neck',
  'shoulders',
  'upper-back',
  'low-back-and-pelvis',
  'front-of-hip',
  'back-of-hip',
  'side-of-hip',
  'inner-thigh',
  'hip-rotation',
  'front-of-thigh',
  'back-of-thigh',
  'knee-strength',
  'calf-and-ankle',
  'feet-and-toes',
  'hands-and-wrists',
  'balance',
  'trunk-control',
  'breath-and-ease',
] as const
export const Region = z.enum(REGIONS)
export type Region = z.infer<typeof Region>

/** What a variation demands of a body; considerations act on these. */
export const TAGS = [
  'kneeling',
  'prone',
  'supine-flat',
  'side-lying',
  'floor-transfer',
  'single-leg-stance',
  'unsupported-stance',
  'deep-knee-bend',
  'deep-hip-bend',
  'hip-cross-midline',
  'hip-inward-turn-end',
  'hip-outward-turn-end',
  'hip-back-end',
  'spine-bend-loaded',
  'spine-bend-end',
  'spine-twist-end',
  'spine-arch-end',
  'neck-arch',
  'neck-turn-end',
  'quick-head-move',
  'head-below-heart',
  'overhead-arm',
  'behind-back-arm',
  'wrist-load',
  'grip',
  'strong-isometric',
  'toe-tuck',
  'ankle-end',
  'knee-end-straight',
  'knee-twist',
  'jolt',
  'rising',
  'spine-side-end',
  'shoulder-outward-end',
  'arm-across',
  'shoulder-load',
  'one-leg-load',
  'turning',
  'eyes-closed',
  'hard-edge',
] as const
export const Tag = z.enum(TAGS)
export type Tag = z.infer<typeof Tag>

/**
 * What a tag asks of a body, in words.
 *
 * @example
 * tagWords('hip-inward-turn-end') // 'hip inward turn to its end'
 */
export function tagWords(tag: string): string {
  return tag.replace(/-end$/, '-to-its-end').replaceAll('-', ' ')
}

/**
 * The three lines of defence against falling, in the order in which they are trained: what the ankles put right, what
 * the hips put right, and the step that saves.
 */
export const STRANDS = ['ankle', 'hip', 'step'] as const
export const Strand = z.enum(STRANDS)
export type Strand = z.infer<typeof Strand>

/** What steadies, from most to least: hands on something that does not give way. */
export const SUPPORTS = ['both', 'one', 'fingertip', 'none'] as const
export const Support = z.enum(SUPPORTS)
export type Support = z.infer<typeof Support>

/**
 * What the hands do besides: rest, hold a strap or a weight, carry the trunk, help a limb of one's own, or press
 * against it.
 */
export const HandsDo = z.enum(['rest', 'hold', 'carry', 'assist', 'press'])
export type HandsDo = z.infer<typeof HandsDo>

export const Dial = z.enum([
  'prop-height',
  'hands',
  'lean',
  'range',
  'lever',
  'effort',
  'hold',
  'repetitions',
  'rounds',
  'tempo',
  'load',
  'base',
  'eyes',
  'surface',
  'task',
])
export type Dial = z.infer<typeof Dial>
