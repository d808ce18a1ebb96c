import type { Tier } from '../../core/catalogue/words'
import type { Participant, ParticipantFields } from '../../core/offer/participant'
import type { Access, PersonLevel } from '../../core/offer/person'
import { noteHealth } from '../database/healthLog'
import { setLevels } from '../database/levels'
import { addParticipant, heldParticipant, participantById, saveParticipant } from '../database/people'
import { moveTier } from '../database/personTiers'
import type { Acting } from '../database/rows'
import { noteByHand } from './noteByHand'
import { requireKnownFields } from './unknownIn'
import { inTransaction } from '../database/transaction'

/** Changes somebody and writes what changed into ledger and health log, all in one transaction. */
async function changed(
  acting: Acting,
  id: string,
  did: 'changed the person' | 'placed levels',
  change: (within: Acting, before: Participant) => Promise<unknown>,
): Promise<Participant> {
  return inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    const before = await heldParticipant(within, id)
    await change(within, before)
    await noteByHand(within, before, await participantById(within, id))
    await noteHealth(within, { person: id }, did)
    return participantById(within, id)
  })
}

/** Writes somebody down; health facts that they come with are in the ledger from the first on. */
export async function addPersonByHand(acting: Acting, fields: ParticipantFields): Promise<Participant> {
  return inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    await requireKnownFields(within, fields)
    const person = await addParticipant(within, fields)
    await noteByHand(within, { ...person, considerations: [] }, person, 'Written down.')
    return person
  })
}

/** Saves the form of a person on top of the version it was read at. */
export function savePersonByHand(
  acting: Acting,
  id: string,
  fields: ParticipantFields & { version: number },
): Promise<Participant> {
  return changed(acting, id, 'changed the person', async (within, before) => {
    await requireKnownFields(within, fields, before)
    await saveParticipant(within, id, fields)
  })
}

/** Sets levels that were accepted in one go: the first placement. */
export function placeLevelsByHand(acting: Acting, id: string, levels: readonly PersonLevel[]): Promise<Participant> {
  return changed(acting, id, 'placed levels', async (within, before) => {
    await requireKnownFields(within, { ...before, levels: [...levels] }, before)
    await setLevels(within, id, levels)
  })
}

/** Opens or closes one tier, whatever else was changed of the person meanwhile. */
export function setAccessByHand(acting: Acting, id: string, tier: Tier, access: Access): Promise<Participant> {
  return changed(acting, id, 'changed the person', (within, before) =>
    moveTier(within, before, { ...before, access: { ...before.access, [tier]: access } }),
  )
}
