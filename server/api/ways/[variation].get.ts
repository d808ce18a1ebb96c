import { readWay } from '../../../core/contract/movements'
import { workedOutOnce } from '../../catalogue/workedOutOnce'
import { ownMovementKeptAt } from '../../database/ownMovements'
import { NotFound } from '../../database/rows'
import { answerLooking } from '../../http/answer'
import { inThread, LOOKING } from '../../threads/inThread'

/** How a practice's own variation moves: a second's work, done once for all screens that ask. */
export default answerLooking(readWay, async ({ scope, params: { variation } }) => {
  const keptAt = await ownMovementKeptAt(scope, variation.split('.')[0] ?? '')
  if (keptAt === null) throw new NotFound('There is no such figure.')
  return workedOutOnce(`${scope.practiceId} ${variation} ${keptAt}`, () =>
    inThread('readWay', scope, { variation }, LOOKING),
  )
})
