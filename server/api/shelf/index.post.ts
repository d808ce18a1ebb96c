import { ShelfFields } from '../../../core/plan/shelf'
import { addToShelf } from '../../database/shelf'
import { readInput } from '../../session/readInput'
import { leadRoute } from '../../session/routes'

/** Puts a plan on the shelf. */
export default leadRoute(async ({ event, db, practiceId, account }) =>
  addToShelf(db, practiceId, await readInput(event, ShelfFields), account.id),
)
