import { isLeftOut, type Offer } from '../offer/offerFor'
import { judge } from '../offer/verdict'
import { blocksOf, found, namesOf, type Check, type Checked } from './check'

/**
 * Whom the plan leaves out or puts at risk: somebody with a blocked variation chosen by hand, no safe way to a posture,
 * nothing but breath; more rested people on the floor than helpers.
 *
 * @source considerations' own table; the rest ours
 */
export function peopleChecks(checked: Checked): Check[] {
  const { riders, people, timeline, catalogue, helpers } = checked
  const byId = new Map(people.map((person) => [person.id, person]))
  const checks: Check[] = []
  for (const { block, index, movement } of blocksOf(checked)) {
    const blocked: string[] = []
    const left: string[] = []
    for (const rider of riders) {
      const person = byId.get(rider.id)
      if (!person || !rider.today.takesPart) continue
      const offers = rider.offers[index] ?? []
      if (offers.some((offer) => offer.byHand && offer.variation && isBlocked(offer, person))) blocked.push(rider.id)
      if (!rider.today.breathOnly && isLeftOut(offers, movement)) left.push(rider.id)
    }
    if (blocked.length > 0)
      checks.push(
        found({
          id: `blocked ${block.id}`,
          weight: 'stop',
          what: `${movement.name} is blocked for ${namesOf(blocked, people)}`,
          why: 'It was chosen by hand against a limit, and nobody is named who cleared it.',
          blockId: block.id,
          people: blocked,
        }),
      )
    if (left.length > 0)
      checks.push(
        found({
          id: `left-out ${block.id}`,
          weight: 'fix',
          what: `Nothing but breath for ${namesOf(left, people)}`,
          why: `No version of ${movement.name.toLowerCase()}, nor its stand-in, is for them today.`,
          blockId: block.id,
          people: left,
          fix: { words: 'Take the block out', edits: [{ edit: 'removeBlock', id: block.id }] },
        }),
      )
  }
  const noWay = new Map<string, string[]>()
  for (const { rider, blockId } of timeline.noWay) noWay.set(blockId, [...(noWay.get(blockId) ?? []), rider])
  for (const [blockId, ids] of noWay)
    checks.push(
      found({
        id: `no-way ${blockId}`,
        weight: 'stop',
        what: `No safe way down or up for ${namesOf(ids, people)}`,
        why: 'A consideration closes every way to this posture.',
        blockId,
        people: ids,
      }),
    )
  const restedOnFloor = riders.filter(
    (rider) =>
      rider.tier === 'floor' && rider.offers.some((offers) => offers.some((offer) => offer.variation?.level === 1)),
  )
  if (restedOnFloor.length > helpers)
    checks.push(
      found({
        id: 'floor-helpers',
        weight: 'consider',
        what: `${restedOnFloor.length} rested people on the floor, ${helpers} ${helpers === 1 ? 'helper' : 'helpers'}`,
        why: 'Who works rested on the floor needs a hand to get up.',
        tier: 'floor',
        people: restedOnFloor.map((rider) => rider.id),
      }),
    )
  return checks

  function isBlocked(offer: Offer, person: Checked['people'][number]): boolean {
    const block = checked.plan.blocks.find((other) => other.movement === offer.movement)
    return (
      judge(offer.variation!, block?.dose ?? { kind: 'hold', seconds: 30 }, offer.side, person, catalogue).blocks
        .length > 0
    )
  }
}
