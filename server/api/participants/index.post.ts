import { ParticipantFields } from '../../../core/offer/participant'
import { addParticipant } from '../../database/people'
import { readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) =>
  addParticipant(db, practiceId, await readInput(event, ParticipantFields)),
)
