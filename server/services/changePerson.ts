import type { Tier } from '../../core/catalogue/words'
import type { Participant, ParticipantFields } from '../../core/offer/participant'
import type { Access, PersonLevel } from '../../core/offer/person'
import { noteHealth } from '../database/healthLog'
import { setLevels } from '../database/levels'
import { participantById, saveParticipant } from '../database/people'
import { moveTier } from '../database/personTiers'
import type { Acting } from '../database/rows'
import { noteByHand } from './noteByHand'
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
    const before = await participantById(within, id)
    await change(within, before)
    await noteByHand(within, before, await participantById(within, id))
    await noteHealth(within, id, did)
    return participantById(within, id)
  })
}

/** Saves the form of a person on top of the version it was read at. */
export function savePersonByHand(
  acting: Acting,
  id: string,
  fields: ParticipantFields & { version: number },
): Promise<Participant> {
  return changed(acting, id, 'changed the person', (within) => saveParticipant(within, id, fields))
}

/** Sets levels that were accepted in one go: the first placement. */
export function placeLevelsByHand(acting: Acting, id: string, levels: readonly PersonLevel[]): Promise<Participant> {
  return changed(acting, id, 'placed levels', (within) => setLevels(within, id, levels))
}

/** Opens or closes one tier, whatever else was changed of the person meanwhile. */
export function setAccessByHand(acting: Acting, id: string, tier: Tier, access: Access): Promise<Participant> {
  return changed(acting, id, 'changed the person', (within, before) =>
    moveTier(within, before, { ...before, access: { ...before.access, [tier]: access } }),
  )
}
