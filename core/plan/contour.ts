import { entryOf, lastOf } from '../entries'
import type { Catalogue } from '../catalogue/catalogue'
import type { ChangeoverMove } from '../time/changeover'

/** The height of the body over time: a stepped line that rises and falls as it gets up and lies down. */
export interface Contour {
  /** Seconds from the start and height (0 lying … 1 standing); each height holds until the next point. */
  points: { at: number; height: number }[]
  /** Sum of all rises: the plan's getting-up cost. */
  climb: number
  /** Times the lane goes down from standing to kneeling, sitting or lying on the floor. */
  floorTrips: number
}

interface Leg {
  time: { startsAt: number; drinkSeconds: number; introductionSeconds: number }
  moves: ChangeoverMove[]
}

/**
 * Draws one person's way through the plan.
 *
 * @param home posture id at the start
 * @param legs one a block: when it starts and the moves into it, which follow the introduction
 * @param homeward the moves after the last block
 * @param homewardAt when they begin, seconds from the start
 * @param end the plan's end, seconds from the start
 * @example
 * contourOf('chair/tall', { legs: [], homeward: [], homewardAt: 60, end: 60, catalogue }).climb // 0
 */
export function contourOf(
  home: string,
  {
    legs,
    homeward,
    homewardAt,
    end,
    catalogue,
  }: { legs: Leg[]; homeward: ChangeoverMove[]; homewardAt: number; end: number; catalogue: Catalogue },
): Contour {
  const heightOf = (id: string) => entryOf(catalogue.postures, id).height
  const contour: Contour = { points: [{ at: 0, height: heightOf(home) }], climb: 0, floorTrips: 0 }
  const walk = (moves: ChangeoverMove[], from: number) => {
    let clock = from
    for (const move of moves) {
      const [before, after] = [heightOf(move.from), heightOf(move.to)]
      contour.climb += Math.max(0, after - before)
      if (move.from === 'floor/free' && after < before) contour.floorTrips += 1
      clock += move.seconds
      contour.points.push({ at: clock, height: after })
      clock += move.waitSeconds
    }
  }
  for (const leg of legs) walk(leg.moves, leg.time.startsAt + leg.time.drinkSeconds + leg.time.introductionSeconds)
  walk(homeward, homewardAt)
  contour.points.push({ at: end, height: lastOf(contour.points).height })
  return contour
}
