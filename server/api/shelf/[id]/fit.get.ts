import { fitOf } from '../../../../core/check/fitOf'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circleById } from '../../../database/circles'
import { shelfPlanById } from '../../../database/shelf'
import { circleToFit } from '../../../services/circleToFit'
import { idOf } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** A plan of the shelf held against a circle: what it would be there, and what that circle cannot do. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const [{ plan }, circle, catalogue] = await Promise.all([
    shelfPlanById(db, practiceId, idOf(event)),
    circleById(db, practiceId, String(getQuery(event).circle ?? '')),
    linkedCatalogue(db, practiceId),
  ])
  const there = await circleToFit(db, practiceId, circle, new Date().toISOString(), catalogue)
  const nameOf = new Map(there.people.map((person) => [person.id, person.name]))
  const { mayBeLed, seconds, checks, leftOut } = fitOf(plan, there)
  return {
    mayBeLed,
    seconds,
    people: there.people.length,
    checks: checks.map(({ id, weight, what, why }) => ({ id, weight, what, why })),
    leftOut: leftOut.map(({ person, movements }) => ({ name: nameOf.get(person) ?? '', movements })),
  }
})
