import type { Variation } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import type { Offer } from '../offer/offer'

/** How a lane is called when something is said to it alone. */
export const CALLED: Record<Tier, string> = {
  bed: 'In bed',
  chair: 'On the chairs',
  standing: 'Standing',
  floor: 'On the mats',
}
const LISTED = new Intl.ListFormat('en-GB', { type: 'conjunction' })

/**
 * Words to some lanes.
 *
 * @example
 * called(['bed', 'floor'], 'Lie back.') // 'In bed and on the mats: lie back.'
 */
export function called(tiers: readonly Tier[], words: string): string {
  const lanes = tiers.map((tier, at) => (at === 0 ? CALLED[tier] : lowered(CALLED[tier])))
  return `${LISTED.format(lanes)}: ${lowered(words)}`
}

/**
 * A sentence within another.
 *
 * @example
 * lowered('Lie back.') // 'lie back.'
 */
export function lowered(words: string): string {
  return words.slice(0, 1).toLowerCase() + words.slice(1)
}

/** What is said to a lane in which nobody does the movement. */
export const BREATHES = { setUp: 'stay as you are, and breathe.', cue: 'let the breath out be long.' } as const

/** Those of whom it is asked what is said to them. */
export interface Heard {
  tier: Tier
  /** What they do in a block: one offer, or one a side. */
  offers: readonly Pick<Offer, 'variation' | 'swing'>[]
}

/**
 * What is said to a lane is said of its easiest rung: the easy version is given first.
 *
 * @returns null where nobody of the lane does the movement; undefined where nobody is in it
 * @example
 * easiestIn('bed', []) // undefined
 */
export function easiestIn(tier: Tier, heard: readonly Heard[]): Variation | null | undefined {
  const inLane = heard.filter((one) => one.tier === tier)
  if (inLane.length === 0) return undefined
  const done = inLane.flatMap(({ offers }) => offers.flatMap(({ variation }) => variation ?? []))
  return done.toSorted((a, b) => a.level - b.level)[0] ?? null
}
