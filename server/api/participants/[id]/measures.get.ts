import { noteHealth } from '../../../database/healthLog'
import { measuresOf } from '../../../database/measures'
import { participantById } from '../../../database/people'
import { idOf } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** All results of one person with their corrections, oldest first. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  await noteHealth(db, practiceId, account.id, id, 'looked at the profile')
  return (await measuresOf(db, practiceId, [id])).get(id) ?? []
})
