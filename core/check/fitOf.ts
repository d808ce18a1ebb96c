import type { Catalogue } from '../catalogue/catalogue'
import { isLeftOut } from '../offer/offerFor'
import type { Person } from '../offer/person'
import type { When } from '../offer/today'
import type { Plan } from '../plan/plan'
import { riderOf } from '../plan/riders'
import { timelineOf } from '../plan/timeline'
import type { Circle, Venue } from '../circle/circle'
import type { Check } from './check'
import { checksOf, mayBeLed } from './checksOf'

/** A circle with all that a plan is held against. */
export interface CircleToFit {
  circle: Pick<Circle, 'minutes' | 'helpers' | 'climbAtMost'>
  people: readonly Person[]
  /** How long ago each of them came and was screened. */
  whenOf: (person: Person) => When
  /** Ids of movements the circle has met. */
  met: ReadonlySet<string>
  venue: Pick<Venue, 'cupboard'>
  catalogue: Catalogue
}

export interface Fit {
  /** Whether it may be led there as it is. */
  mayBeLed: boolean
  /** With these people, in seconds. */
  seconds: number
  checks: Check[]
  /** Who would breathe only, and in which movements. */
  leftOut: { person: string; movements: string[] }[]
}

/**
 * Holds a plan against another circle, as on a usual day: what it would be there, and what that circle cannot do.
 *
 * @example
 * fitOf(plan, { circle: { helpers: 1, climbAtMost: 4 }, people, whenOf: () => usual, met, venue: checked.venue,
 * catalogue }).leftOut
 * // []
 */
export function fitOf(plan: Plan, { circle, people, whenOf, met, venue, catalogue }: CircleToFit): Fit {
  const riders = people
    .map((person) => riderOf({ person, when: whenOf(person) }, plan, catalogue))
    .filter((rider) => rider.today.takesPart)
  const timeline = timelineOf(plan, riders, met, catalogue)
  const checks = checksOf({
    plan,
    timeline,
    people,
    riders,
    venue,
    helpers: circle.helpers,
    climbAtMost: circle.climbAtMost,
    aim: plan.aim,
    catalogue,
  })
  const leftOut = riders.flatMap((rider) => {
    const movements = plan.blocks.flatMap((block, index) => {
      const movement = catalogue.movements.get(block.movement)
      return movement && isLeftOut(rider.offers[index] ?? [], movement) ? [movement.id] : []
    })
    return movements.length > 0 ? [{ person: rider.id, movements: [...new Set(movements)] }] : []
  })
  return { mayBeLed: mayBeLed(checks), seconds: timeline.seconds, checks, leftOut }
}
