import { VenueFields } from '../../../core/room/circle'
import { saveVenue } from '../../database/circles'
import { readInput } from '../../session/readInput'
import { leadRoute } from '../../session/routes'

export default leadRoute(async ({ event, db, practiceId }) =>
  saveVenue(db, practiceId, await readInput(event, VenueFields)),
)
