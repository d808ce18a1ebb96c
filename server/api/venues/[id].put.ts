import { VenueFields } from '../../../core/circle/circle'
import { requireOwn, saveVenue } from '../../database/circles'
import { idOf, readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  const id = idOf(event)
  await requireOwn(db, 'venues', practiceId, id, 'venue')
  return saveVenue(db, practiceId, await readInput(event, VenueFields), id)
})
