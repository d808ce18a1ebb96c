import { z } from 'zod'
import { ShelfFields } from '../../../core/plan/shelf'
import { saveOnShelf, shelfPlanById } from '../../database/shelf'
import { idOf, readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

const Sent = ShelfFields.extend({ version: z.number('The version that was read is needed.').int() })

/** Saves a plan of the shelf: its blocks, its tags, whether it is put away. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await shelfPlanById(db, practiceId, idOf(event))
  const { version, ...fields } = await readInput(event, Sent)
  return saveOnShelf(db, practiceId, id, version, fields, account.id)
})
