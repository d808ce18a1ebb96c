import { z } from 'zod'
import { ParticipantFields } from '../../../core/offer/participant'
import { noteHealth } from '../../database/healthLog'
import { noteByHand } from '../../database/ledger'
import { participantById, saveParticipant } from '../../database/people'
import { idOf, readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

const Saved = ParticipantFields.extend({ version: z.number('The version that was read is needed.').int() })

export default leadRoute(async ({ event, db, practiceId, account }) => {
  const id = idOf(event)
  const before = await participantById(db, practiceId, id)
  const { version, ...fields } = await readInput(event, Saved)
  const saved = await saveParticipant(db, practiceId, id, version, fields)
  await noteByHand(db, practiceId, before, saved, account.id)
  await noteHealth(db, practiceId, account.id, id, 'changed the person')
  return saved
})
