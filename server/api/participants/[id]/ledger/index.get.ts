import { ledgerOf } from '../../../../database/ledger'
import { participantById } from '../../../../database/people'
import { idOf } from '../../../../http/readInput'
import { leadRoute } from '../../../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  const participant = await participantById(db, practiceId, idOf(event))
  return ledgerOf(db, practiceId, { participantId: participant.id })
})
