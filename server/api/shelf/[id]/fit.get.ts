import { fitOf } from '../../../../core/check/fitOf'
import { circleById } from '../../../database/circles'
import { shelfPlanById } from '../../../database/shelf'
import { circleToFit } from '../../../services/circleToFit'
import { readShelfFit } from '../../../../core/contract/shelf'
import { answer } from '../../../http/answer'

export default answer(readShelfFit, async ({ scope, params, query }) => {
  const [{ plan }, circle] = await Promise.all([shelfPlanById(scope, params.id), circleById(scope, query.circle)])
  const there = await circleToFit(scope, circle, new Date().toISOString())
  const nameOf = new Map(there.people.map((person) => [person.id, person.name]))
  const { leftOut, ...fit } = fitOf(plan, there)
  return {
    ...fit,
    people: there.people.length,
    leftOut: leftOut.map(({ person, movements }) => ({ name: nameOf.get(person) ?? '', movements })),
  }
})
