import { TIERS, type Tier } from '../catalogue/words'
import type { DoseLimit } from '../offer/ownDose'
import { blockIn } from '../plan/plan'
import { secondsOf } from '../time/secondsOf'
import { blocksOf, checkOf, namesOf, type Check, type Checked, type CheckedBlock } from './check'

/** A swing that takes longer to get to than this would be a block of its own, seconds; ours. */
const THERE_AT_MOST = 12
/** What is held instead of a pair: as long as its round, seconds at most; ours. */
const HELD_AT_MOST = 30

type NoSwing = Extract<DoseLimit, { kind: 'no-swing' }>

/**
 * Pairs of a hold and a swing of which somebody can do the hold alone: the swing is too far from it, or closed to them.
 *
 * @source a hold and then loose swings: common practice, no source
 * @example
 * swingChecks(checked).map((check) => check.kind) // []
 */
export function swingChecks(checked: Checked): Check[] {
  return blocksOf(checked).flatMap((one) => TIERS.flatMap((tier) => heldOnly(one, tier, checked)))
}

function heldOnly({ block, index, movement }: CheckedBlock, tier: Tier, checked: Checked): Check[] {
  const { dose } = blockIn(block, tier)
  if (dose.kind !== 'pair') return []
  const inLane = checked.riders.filter((rider) => rider.tier === tier)
  const without = inLane.flatMap(({ id, offers }) => {
    const limit = offers[index]?.flatMap(({ own }) => own.limits).find((one): one is NoSwing => one.kind === 'no-swing')
    return limit ? [{ id, away: limit.away ?? Infinity }] : []
  })
  if (without.length === 0) return []
  const people = without.map(({ id }) => id)
  const isAll = without.length === inLane.length
  const round = Math.round(secondsOf(dose, movement.sides))
  const away = Math.ceil(Math.max(...without.map((one) => one.away)))
  const departs = (words: string, other: typeof dose | { kind: 'hold'; seconds: number }): Check['fix'] => {
    const departure = { ...block.lanes?.[tier], dose: other }
    return { words, edits: [{ edit: 'setLane', id: block.id, tier, departure }] }
  }
  const held = Math.min(HELD_AT_MOST, round)
  const asHold = isAll ? departs(`Hold for ${held} s in this lane`, { kind: 'hold', seconds: held }) : null
  const isNear = away <= THERE_AT_MOST
  return [
    checkOf({
      kind: 'no-swing',
      about: `${block.id} ${tier}`,
      weight: 'consider',
      what: `${isAll ? 'Nobody swings' : `${without.length} without a swing`} in ${movement.name.toLowerCase()}`,
      why:
        `${namesOf(people, checked.people)}: ${dose.hold} s held, then at ease for ` +
        `${round - dose.hold} s of each round.`,
      blockId: block.id,
      tier,
      people,
      // As many swings as there were, in a longer round of this lane: it sets the clock.
      fix: isNear ? departs(`${away} s to the swing and back in this lane`, { ...dose, there: away }) : asHold,
    }),
  ]
}
