import { lettersOf } from '../../../../database/letters'
import { participantById } from '../../../../database/people'
import { idOf } from '../../../../http/readInput'
import { leadRoute } from '../../../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  return lettersOf(db, practiceId, id)
})
