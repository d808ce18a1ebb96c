import { ShelfFields } from '../../../core/plan/shelf'
import { addToShelf } from '../../database/shelf'
import { readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

/** Puts a plan on the shelf. */
export default leadRoute(async ({ event, db, practiceId, account }) =>
  addToShelf(db, practiceId, await readInput(event, ShelfFields), account.id),
)
