import { grouped } from '../grouped'
import { isLeftOut } from '../offer/offerFor'
import { judge } from '../offer/verdict'
import type { RiderToday } from '../plan/riders'
import { blocksOf, checkOf, namesOf, type Check, type Checked, type CheckedBlock } from './check'

/**
 * Whom the plan leaves out or puts at risk: somebody with a blocked variation chosen by hand, no safe way to a posture,
 * nothing but breath; more rested people on the floor than helpers.
 *
 * @source considerations' own table; the rest ours
 * @example
 * peopleChecks(checked).map((check) => check.kind) // []
 */
export function peopleChecks(checked: Checked): Check[] {
  const present = checked.riders.filter((rider) => rider.today.takesPart)
  return [
    ...blocksOf(checked).flatMap((one) => [
      ...chosenAgainstLimits(one, present, checked),
      ...leftOut(one, present, checked),
    ]),
    ...withoutAWay(checked),
    ...restedOnTheFloor(checked),
  ]
}

function chosenAgainstLimits(one: CheckedBlock, present: readonly RiderToday[], checked: Checked): Check[] {
  const blocked = present.filter((rider) => isChosenAgainstLimits(one, rider, checked)).map((rider) => rider.id)
  if (blocked.length === 0) return []
  const { block, movement } = one
  return [
    checkOf({
      kind: 'blocked',
      about: block.id,
      weight: 'stop',
      what: `${movement.name} is blocked for ${namesOf(blocked, checked.people)}`,
      why: 'It was chosen by hand against a limit, and nobody is named who cleared it.',
      blockId: block.id,
      people: blocked,
    }),
  ]
}

function isChosenAgainstLimits({ index }: CheckedBlock, rider: RiderToday, checked: Checked): boolean {
  const person = checked.people.find((other) => other.id === rider.id)
  if (!person) return false
  return (rider.offers[index] ?? []).some(
    ({ byHand, variation, side }) =>
      byHand && variation !== null && judge(variation, side, { person }, checked.catalogue).blocks.length > 0,
  )
}

function leftOut({ block, index, movement }: CheckedBlock, present: readonly RiderToday[], checked: Checked): Check[] {
  const left = present
    .filter((rider) => !rider.today.breathOnly && isLeftOut(rider.offers[index] ?? [], movement))
    .map((rider) => rider.id)
  if (left.length === 0) return []
  return [
    checkOf({
      kind: 'left-out',
      about: block.id,
      weight: 'fix',
      what: `Nothing but breath for ${namesOf(left, checked.people)}`,
      why: `No version of ${movement.name.toLowerCase()}, nor its stand-in, is for them today.`,
      blockId: block.id,
      people: left,
      first: 'another',
      fix: { words: 'Take the block out', edits: [{ edit: 'removeBlock', id: block.id }] },
    }),
  ]
}

function withoutAWay({ timeline, people }: Checked): Check[] {
  return [...grouped(timeline.noWay, ({ blockId }) => blockId)].map(([blockId, stuck]) => {
    const ids = stuck.map(({ rider }) => rider)
    return checkOf({
      kind: 'no-way',
      about: blockId,
      weight: 'stop',
      what: `No safe way down or up for ${namesOf(ids, people)}`,
      why: 'A consideration closes every way to this posture.',
      blockId,
      people: ids,
    })
  })
}

function restedOnTheFloor({ riders, helpers }: Checked): Check[] {
  const rested = riders.filter(
    (rider) => rider.tier === 'floor' && rider.offers.flat().some((offer) => offer.variation?.level === 1),
  )
  if (rested.length <= helpers) return []
  return [
    checkOf({
      kind: 'floor-helpers',
      weight: 'consider',
      what: `${rested.length} rested people on the floor, ${helpers} ${helpers === 1 ? 'helper' : 'helpers'}`,
      why: 'Who works rested on the floor needs a hand to get up.',
      tier: 'floor',
      people: rested.map((rider) => rider.id),
    }),
  ]
}
