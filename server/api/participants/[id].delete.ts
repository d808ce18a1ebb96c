import { eraseParticipant } from '../../database/erase'
import { noteHealth } from '../../database/healthLog'
import { idOf } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

/** Erases a person's record; meetings keep their counts, and nothing that names them. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  await eraseParticipant(db, practiceId, idOf(event))
  await noteHealth(db, practiceId, account.id, null, 'erased the record')
  return { erased: true }
})
