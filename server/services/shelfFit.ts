import { fitOf } from '../../core/check/fitOf'
import type { readShelfFit } from '../../core/contract/shelf'
import type { AnswerOf } from '../../core/contract/route'
import { circleById } from '../database/circles'
import type { Scope } from '../database/rows'
import { shelfPlanById } from '../database/shelf'
import { circleToFit } from './circleToFit'

/** What a plan of the shelf would be in a circle. @throws {NotFound} when the practice has not the one or the other */
export async function shelfFit(
  scope: Scope,
  shelfId: string,
  circleId: string,
  now: Date,
): Promise<AnswerOf<typeof readShelfFit>> {
  const [{ plan }, circle] = await Promise.all([shelfPlanById(scope, shelfId), circleById(scope, circleId)])
  const there = await circleToFit(scope, circle, now.toISOString())
  const nameOf = new Map(there.people.map((person) => [person.id, person.name]))
  const { leftOut, ...fit } = fitOf(plan, there)
  return {
    ...fit,
    people: there.people.length,
    leftOut: leftOut.map(({ person, movements }) => ({ name: nameOf.get(person) ?? '', movements })),
  }
}
