import { z } from 'zod'
import { PersonLevel } from '../../../../core/offer/person'
import { noteHealth } from '../../../database/healthLog'
import { participantById, setLevels } from '../../../database/people'
import { idOf, readInput } from '../../../session/readInput'
import { leadRoute } from '../../../session/routes'

const Sent = z.object({ levels: z.array(PersonLevel).max(400) })

/** Sets levels that were accepted in one go: the first placement. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  const { levels } = await readInput(event, Sent)
  await setLevels(db, practiceId, id, levels)
  await noteHealth(db, practiceId, account.id, id, 'placed levels')
  return participantById(db, practiceId, id)
})
