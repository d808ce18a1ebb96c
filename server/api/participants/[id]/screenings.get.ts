import { noteHealth } from '../../../database/healthLog'
import { participantById } from '../../../database/people'
import { screeningsOf } from '../../../database/screenings'
import { idOf } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** A person's screenings, newest first; a helper writes one and cannot reopen it. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  await noteHealth(db, practiceId, account.id, id, 'looked at screenings')
  return screeningsOf(db, practiceId, id)
})
