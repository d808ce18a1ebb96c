import { joined } from '../../core/sentence'
import type { Tier } from '../../core/catalogue/words'
import type { Participant } from '../../core/offer/participant'
import {
  isProposed,
  levelsIntoTier,
  tierChange,
  tierObjection,
  type TierObjection,
  type TierStepTaken,
} from '../../core/reflect/tierChange'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { setLevels } from '../database/levels'
import { heldParticipant, participantById } from '../database/people'
import { moveTier } from '../database/personTiers'
import type { Acting } from '../database/rows'
import { notValid } from '../http/refuse'
import { noteByHand } from './noteByHand'
import { tierStepOf } from './tierSteps'
import { inTransaction } from '../database/transaction'

/** Agrees visits to a tier, ends them, or moves somebody; the ledger says why. */
export async function takeTierStep(
  acting: Acting,
  id: string,
  taken: { step: TierStepTaken; to: Tier; reason: string },
): Promise<Participant> {
  const before = await participantById(acting, id)
  const proposed = await tierStepOf(acting, before, await linkedCatalogue(acting))
  const objection = tierObjection(before, taken, proposed)
  if (objection) throw refused(objection, taken.to)
  const { step, to, reason } = taken
  const because = proposed && isProposed(proposed, step, to) ? proposed.because : ''
  return inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    await heldParticipant(within, id)
    await moveTier(within, before, tierChange(before, step, to))
    if (step === 'move' || step === 'down') await setLevels(within, id, levelsIntoTier(before.levels, to))
    const after = await participantById(within, id)
    await noteByHand(within, before, after, joined([because, reason], ' '))
    return after
  })
}

function refused(objection: TierObjection, to: Tier) {
  if (objection.kind === 'wrong-way')
    return notValid(
      { to: `The ${to} tier is ${objection.isUp ? 'above' : 'not above'} the home tier.` },
      'This is no step down.',
    )
  const words = 'Say in a few words why.'
  return notValid({ reason: objection.because === '' ? words : `${objection.because} Say why, all the same.` }, words)
}
