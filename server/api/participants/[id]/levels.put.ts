import { z } from 'zod'
import { PersonLevel } from '../../../../core/offer/person'
import { noteHealth } from '../../../database/healthLog'
import { noteByHand } from '../../../database/ledger'
import { participantById, setLevels } from '../../../database/people'
import { idOf, readInput } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

const Sent = z.object({ levels: z.array(PersonLevel).max(400) })

/** Sets levels that were accepted in one go: the first placement. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const before = await participantById(db, practiceId, idOf(event))
  const { id } = before
  const { levels } = await readInput(event, Sent)
  await setLevels(db, practiceId, id, levels)
  await noteHealth(db, practiceId, account.id, id, 'placed levels')
  const after = await participantById(db, practiceId, id)
  await noteByHand(db, practiceId, before, after, account.id)
  return after
})
