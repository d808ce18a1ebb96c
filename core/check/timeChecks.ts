import { TIERS } from '../catalogue/words'
import { blocksOf, found, type Check, type Checked } from './check'

/** Seconds a plan may miss its length by; ours. */
const SLACK_SECONDS = 60
/** A shorter plan than this share is asked about; ours. */
const SHORT_SHARE = 0.85
const IDLE_SECONDS = 45
const DRINK_FROM_MINUTES = 45

/**
 * Time over or under, idle lanes, more than one trip to the floor, too much getting up, no drink break.
 *
 * @source ours, from common practice
 */
export function timeChecks(checked: Checked): Check[] {
  const { plan, timeline } = checked
  if (plan.blocks.length === 0) return []
  const checks: Check[] = []
  const over = timeline.seconds - plan.minutes * 60
  if (over > SLACK_SECONDS) {
    const shortest = blocksOf(checked)
      .filter(({ block }) => block.rounds > 1)
      .sort((a, b) => b.time.workSeconds - a.time.workSeconds)[0]
    checks.push(
      found({
        id: 'time-over',
        weight: 'fix',
        what: `${Math.ceil(over / 60)} min too long`,
        why: 'The close is what is cut when time runs out.',
        fix: shortest
          ? {
              words: `One round less of ${shortest.movement.name}`,
              edits: [{ edit: 'setRounds', id: shortest.block.id, rounds: shortest.block.rounds - 1 }],
            }
          : null,
      }),
    )
  }
  if (timeline.seconds < SHORT_SHARE * plan.minutes * 60)
    checks.push(
      found({
        id: 'time-under',
        weight: 'consider',
        what: `${Math.floor(-over / 60)} min are free`,
        why: 'Room for another round, or for talking.',
      }),
    )
  for (const tier of TIERS) {
    // Spare time has a named filler in the class; it is long spare time that is asked about, once a lane.
    const idle = blocksOf(checked).filter(
      ({ time }) => (time.lanes[tier]?.fillerSeconds ?? 0) > Math.max(IDLE_SECONDS, time.lanes[tier]?.workSeconds ?? 0),
    )
    const longest = idle.sort((a, b) => b.time.lanes[tier]!.fillerSeconds - a.time.lanes[tier]!.fillerSeconds)[0]
    if (longest)
      checks.push(
        found({
          id: `idle ${tier}`,
          weight: 'consider',
          what: `Long spare time in ${idle.length} ${idle.length === 1 ? 'block' : 'blocks'}`,
          why: `Up to ${Math.round(longest.time.lanes[tier]!.fillerSeconds)} s in ${longest.movement.name.toLowerCase()}: give the lane another round there, or a dose of its own.`,
          blockId: longest.block.id,
          tier,
        }),
      )
  }
  const floor = timeline.contours.floor
  if (floor && floor.floorTrips > 1)
    checks.push(
      found({
        id: 'floor-trips',
        weight: 'fix',
        what: `${floor.floorTrips} trips to the floor`,
        why: 'Getting down and up again tires more than the class: put the floor blocks beside each other.',
        tier: 'floor',
      }),
    )
  for (const tier of TIERS) {
    const contour = timeline.contours[tier]
    if (contour && contour.climb > checked.climbAtMost)
      checks.push(
        found({
          id: `climb ${tier}`,
          weight: 'consider',
          what: `Climbs ${contour.climb.toFixed(1)} body heights`,
          why: `The ${tier} lane gets up often: order blocks by posture.`,
          tier,
        }),
      )
  }
  if (plan.minutes >= DRINK_FROM_MINUTES && !plan.drinkBreak) {
    checks.push(
      found({
        id: 'drink',
        weight: 'consider',
        what: 'No drink break',
        why: `In ${DRINK_FROM_MINUTES} minutes and more somebody needs water.`,
        fix: { words: 'Add a drink break half way', edits: [{ edit: 'setDrinkBreak', drinkBreak: true }] },
      }),
    )
  }
  return checks
}
