import { TIERS, type Tier } from '../catalogue/words'
import { blocksOf, checkOf, type Check, type Checked } from './check'

/**
 * Time over or under, idle lanes, more than one trip to the floor, too much getting up, no drink break.
 *
 * @source `clock.yaml`: ours, from common practice
 * @example
 * timeChecks(checked).map((check) => check.kind) // ['time-under', 'drink']
 */
export function timeChecks(checked: Checked): Check[] {
  if (checked.plan.blocks.length === 0) return []
  return [
    ...tooLong(checked),
    ...tooShort(checked),
    ...TIERS.flatMap((tier) => idleLane(checked, tier)),
    ...floorTrips(checked),
    ...TIERS.flatMap((tier) => climbsTooMuch(checked, tier)),
    ...withoutWater(checked),
  ]
}

function tooLong(checked: Checked): Check[] {
  const { plan, timeline, catalogue } = checked
  const over = timeline.seconds - plan.minutes * 60
  if (over <= catalogue.clock.length.overSeconds) return []
  const [longest] = blocksOf(checked)
    .filter(({ block }) => block.rounds > 1)
    .toSorted((a, b) => b.time.workSeconds - a.time.workSeconds)
  return [
    checkOf({
      kind: 'time-over',
      weight: 'fix',
      what: `${Math.ceil(over / 60)} min too long`,
      why: 'The close is what is cut when time runs out.',
      fix: longest
        ? {
            words: `One round less of ${longest.movement.name}`,
            edits: [{ edit: 'setRounds', id: longest.block.id, rounds: longest.block.rounds - 1 }],
          }
        : null,
    }),
  ]
}

function tooShort({ plan, timeline, catalogue }: Checked): Check[] {
  const free = plan.minutes * 60 - timeline.seconds
  if (timeline.seconds >= catalogue.clock.length.shortShare * plan.minutes * 60) return []
  return [
    checkOf({
      kind: 'time-under',
      weight: 'consider',
      what: `${Math.floor(free / 60)} min are free`,
      why: 'Room for another round, or for talking.',
    }),
  ]
}

/** Spare time has a named filler in the class; it is long spare time that is asked about, once a lane. */
function idleLane(checked: Checked, tier: Tier): Check[] {
  const { idleSeconds } = checked.catalogue.clock.length
  const idle = blocksOf(checked)
    .flatMap(({ block, movement, time }) => {
      const lane = time.lanes[tier]
      const isIdle = lane !== null && lane.fillerSeconds > Math.max(idleSeconds, lane.workSeconds)
      return isIdle ? [{ block, movement, spareSeconds: lane.fillerSeconds }] : []
    })
    .toSorted((a, b) => b.spareSeconds - a.spareSeconds)
  const [longest] = idle
  if (!longest) return []
  return [
    checkOf({
      kind: 'idle',
      about: tier,
      weight: 'consider',
      what: `Long spare time in ${idle.length} ${idle.length === 1 ? 'block' : 'blocks'}`,
      why:
        `Up to ${Math.round(longest.spareSeconds)} s in ${longest.movement.name.toLowerCase()}: ` +
        'give the lane another round there, or a dose of its own.',
      blockId: longest.block.id,
      tier,
    }),
  ]
}

function floorTrips({ timeline }: Checked): Check[] {
  const trips = timeline.contours.floor?.floorTrips ?? 0
  if (trips <= 1) return []
  return [
    checkOf({
      kind: 'floor-trips',
      weight: 'fix',
      what: `${trips} trips to the floor`,
      why: 'Getting down and up again tires more than the class: put the floor blocks beside each other.',
      tier: 'floor',
    }),
  ]
}

function climbsTooMuch({ timeline, climbAtMost }: Checked, tier: Tier): Check[] {
  const climb = timeline.contours[tier]?.climb ?? 0
  if (climb <= climbAtMost) return []
  return [
    checkOf({
      kind: 'climb',
      about: tier,
      weight: 'consider',
      what: `Climbs ${climb.toFixed(1)} body heights`,
      why: `The ${tier} lane gets up often: order blocks by posture.`,
      tier,
    }),
  ]
}

function withoutWater({ plan, catalogue }: Checked): Check[] {
  const { fromMinutes } = catalogue.clock.water
  if (plan.minutes < fromMinutes || plan.drinkBreak) return []
  return [
    checkOf({
      kind: 'drink',
      weight: 'consider',
      what: 'No drink break',
      why: `In ${fromMinutes} minutes and more somebody needs water.`,
      fix: { words: 'Add a drink break half way', edits: [{ edit: 'setDrinkBreak', drinkBreak: true }] },
    }),
  ]
}
