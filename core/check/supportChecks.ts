import type { Offer } from '../offer/offer'
import type { Catalogue } from '../catalogue/catalogue'
import { TIERS } from '../catalogue/words'
import { LYING_HEIGHT } from '../time/changeover'
import { blocksOf, checkOf, namesOf, type Check, type Checked } from './check'

/** Bodies at or over this height are up: a share of standing height, as the contour has it. */
const UP = 0.5

/**
 * What steadies: a wait between lying and work in the upright, a support within reach of every balance, and for one
 * side
 * of the body what the other side had.
 *
 * @source common practice, no source
 * @example
 * supportChecks(checked).map((check) => check.kind) // []
 */
export function supportChecks(checked: Checked): Check[] {
  return [...waitsAfterLying(checked), ...balanceWithinReach(checked), ...sameForBothSides(checked)]
}

function waitsAfterLying(checked: Checked): Check[] {
  const { catalogue } = checked
  const blocks = blocksOf(checked)
  const heightOf = (posture: string | undefined) => catalogue.postures.get(posture ?? '')?.height ?? null
  return blocks.flatMap((one, at) => {
    const before = blocks[at - 1]
    if (!before || (one.movement.quality !== 'strength' && one.movement.quality !== 'balance')) return []
    const tiers = TIERS.filter((tier) => {
      const [from, to] = [heightOf(before.time.lanes[tier]?.postureId), heightOf(one.time.lanes[tier]?.postureId)]
      return (
        from !== null &&
        to !== null &&
        from <= LYING_HEIGHT &&
        to >= UP &&
        one.time.lanes[tier]?.moves.every((move) => move.waitSeconds === 0)
      )
    })
    const [tier] = tiers
    if (tier === undefined) return []
    return [
      checkOf({
        kind: 'no-wait',
        about: one.block.id,
        weight: 'fix',
        what: `Straight from lying into ${one.movement.name.toLowerCase()}`,
        why: 'After lying: roll to the side, wait, sit, wait, and only then work.',
        blockId: one.block.id,
        tier,
        fix: {
          words: 'Everybody waits after getting up',
          edits: [{ edit: 'setWaitAfterLying', waitAfterLying: true }],
        },
      }),
    ]
  })
}

function balanceWithinReach(checked: Checked): Check[] {
  const { riders, people, catalogue } = checked
  return blocksOf(checked).flatMap(({ block, index, movement }) => {
    if (movement.quality !== 'balance') return []
    const free = riders.filter((rider) => (rider.offers[index] ?? []).some((offer) => isOutOfReach(offer, catalogue)))
    const [first] = free
    if (!first) return []
    const { tier } = first
    const lowest = Math.min(
      ...free.flatMap((rider) =>
        (rider.offers[index] ?? []).flatMap((offer) =>
          offer.variation && isOutOfReach(offer, catalogue) ? [offer.variation.level] : [],
        ),
      ),
    )
    const within = movement.ladders[tier]?.findLast((rung) => rung.level < lowest)
    return [
      checkOf({
        kind: 'reach',
        about: block.id,
        weight: 'consider',
        what: `${movement.name} out of reach of a support`,
        why: `${namesOf(
          free.map((rider) => rider.id),
          people,
        )} would stand free: a chair back or a wall within a hand’s reach, or a rung lower.`,
        blockId: block.id,
        tier,
        people: free.map((rider) => rider.id),
        fix: within
          ? {
              words: `Level ${within.level} at most in this lane`,
              edits: [
                {
                  edit: 'setLane',
                  id: block.id,
                  tier,
                  departure: { ...block.lanes?.[tier], levelAtMost: within.level },
                },
              ],
            }
          : null,
      }),
    ]
  })
}

/** Upright on own feet, without hands, and no chair or wall in the picture. */
function isOutOfReach({ variation }: Offer, catalogue: Catalogue): boolean {
  if (!variation || variation.support !== 'none' || (catalogue.postures.get(variation.postureId)?.height ?? 0) < 1)
    return false
  const chair = variation.chair ?? catalogue.figures.get(variation.postureId)?.scene.chair ?? 'none'
  return chair === 'none' && !variation.postureId.endsWith('at-wall')
}

function sameForBothSides(checked: Checked): Check[] {
  const { riders, people } = checked
  const propsOf = (offer: Offer) =>
    (offer.variation?.props ?? [])
      .map((need) => `${need.count} ${need.prop}`)
      .sort()
      .join(', ')
  return blocksOf(checked).flatMap(({ block, index, movement }) => {
    const unlike = riders.filter((rider) => {
      const [one, other] = rider.offers[index] ?? []
      return one && other && one.variation && other.variation && propsOf(one) !== propsOf(other)
    })
    if (unlike.length === 0) return []
    return [
      checkOf({
        kind: 'sides',
        about: block.id,
        weight: 'consider',
        what: `Other props left and right in ${movement.name.toLowerCase()}`,
        why: `What is used for one side is used for the other: ${namesOf(
          unlike.map((rider) => rider.id),
          people,
        )}. Offer the easier side’s version on both.`,
        blockId: block.id,
        people: unlike.map((rider) => rider.id),
      }),
    ]
  })
}
