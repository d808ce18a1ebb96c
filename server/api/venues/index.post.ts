import { VenueFields } from '../../../core/circle/circle'
import { saveVenue } from '../../database/circles'
import { readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) =>
  saveVenue(db, practiceId, await readInput(event, VenueFields)),
)
