import { ownMovementsOf } from '../../database/ownMovements'
import { accountRoute } from '../../http/routes'

/** Ids of the movements that a practice has made or changed. */
export default accountRoute(async ({ db, practiceId }) =>
  (await ownMovementsOf(db, practiceId)).map(({ entry }) => entry.id),
)
