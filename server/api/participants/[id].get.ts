import { noteHealth } from '../../database/healthLog'
import { participantById } from '../../database/people'
import { inLists } from '../../session/forRole'
import { idOf } from '../../http/readInput'
import { accountRoute } from '../../http/routes'

export default accountRoute(async ({ event, db, practiceId, account }) => {
  const participant = await participantById(db, practiceId, idOf(event))
  if (account.role === 'lead') await noteHealth(db, practiceId, account.id, participant.id, 'looked at the person')
  return inLists(participant, account.role)
})
