import type { Catalogue } from '../catalogue/catalogue'
import type { VariationTexts } from '../catalogue/movement'
import { TIERS, type Tier } from '../catalogue/words'
import type { Swing } from '../offer/swingFor'
import { capital, wordCount } from '../sentence'
import { called, easiestIn, lowered, type Heard } from './heard'

/** A swing that is told to some lanes with their hold. */
export interface SwingTold {
  tiers: Tier[]
  swing: Swing
  /** Whether it is told to everybody who is there. */
  isForAll: boolean
}

/** What is told with a pair's set-up: “Then the swing: …”. */
const THEN_SWING = 'then the swing:'

/**
 * The swings of a block's lanes as they are told: once to all lanes that swing the same where they are, and to a lane
 * that goes elsewhere for it by itself.
 *
 * @example
 * swingsTold([]) // []
 */
export function swingsTold(heard: readonly Heard[]): SwingTold[] {
  const present = TIERS.filter((tier) => heard.some((one) => one.tier === tier))
  const told = new Map<string, { tiers: Tier[]; swing: Swing }>()
  for (const tier of present) {
    const inLane = heard.filter((one) => one.tier === tier)
    const easiest = easiestIn(tier, inLane)
    const offers = inLane.flatMap(({ offers: own }) => own)
    const swing = offers.find((offer) => offer.swing && offer.variation === easiest)?.swing
    if (!swing) continue
    const key = swing.there.length > 0 ? tier : swing.variation.movement
    told.set(key, { swing, tiers: [...(told.get(key)?.tiers ?? []), tier] })
  }
  return [...told.values()].map((one) => ({ ...one, isForAll: one.tiers.length === present.length }))
}

/**
 * How a swing is told: where they are, what it is; elsewhere, how they get ready for it.
 *
 * @param texts what is said of the swing; undefined where its words are not loaded
 * @example
 * swingWords({ tiers: ['bed'], isForAll: true, swing: { variation: rung('leg-swings.bed.1'), seconds: 0, there: [],
 * back: [] } }, catalogue)
 * // 'Then the swing: let one leg swing forward and back like a bell.'
 */
export function swingWords(
  { tiers, swing, isForAll }: SwingTold,
  { movements }: Pick<Catalogue, 'movements'>,
  texts?: Pick<VariationTexts, 'setUp'>,
): string {
  const own = swing.there.length > 0 ? texts?.setUp : movements.get(swing.variation.movement)?.intent
  const words = `${THEN_SWING} ${lowered(own ?? '')}`
  return isForAll ? capital(words) : called(tiers, words)
}

/**
 * How many words that takes.
 *
 * @example
 * swingWordCount({ tiers: ['bed'], isForAll: true, swing: { variation: rung('leg-swings.bed.1'), seconds: 0, there: [],
 * back: [] } }, catalogue)
 * // 13
 */
export function swingWordCount(told: SwingTold, catalogue: Pick<Catalogue, 'movements'>): number {
  const { swing } = told
  const unsaid = swing.there.length > 0 ? swing.variation.saidWords.before : 0
  return wordCount(swingWords(told, catalogue)) + unsaid
}
