import { ParticipantFields } from '../../../core/offer/participant'
import { addParticipant } from '../../database/people'
import { readInput } from '../../session/readInput'
import { leadRoute } from '../../session/routes'

export default leadRoute(async ({ event, db, practiceId }) =>
  addParticipant(db, practiceId, await readInput(event, ParticipantFields)),
)
