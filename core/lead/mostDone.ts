import type { Offer } from '../offer/offer'

type Done = Pick<Offer, 'variation' | 'swing'>

/**
 * What most of a lane do: of as many each, the easiest; with its swing, where it is a pair for any of them.
 *
 * @param offers of all who are in the lane, in one block
 * @returns null where they breathe
 * @example
 * mostDone([{ variation: null, swing: null }]) // null
 */
export function mostDone(
  offers: readonly Done[],
): { variation: NonNullable<Done['variation']>; swing: Done['swing'] } | null {
  const done = offers.flatMap(({ variation }) => variation ?? []).toSorted((a, b) => a.level - b.level)
  const times = (one: Done['variation']) => done.filter((other) => other === one).length
  const [variation] = [...new Set(done)].toSorted((a, b) => times(b) - times(a))
  if (!variation) return null
  const swing = offers.find((offer) => offer.variation === variation && offer.swing !== null)?.swing ?? null
  return { variation, swing }
}
