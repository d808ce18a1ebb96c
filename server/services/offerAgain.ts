import type { Tier } from '../../core/catalogue/words'
import { writeEntries } from '../database/ledger'
import { heldParticipant } from '../database/people'
import { NotFound, type Acting } from '../database/rows'
import { standingOn, writeStandings } from '../database/standings'
import { lowestOf } from './noteByHand'
import { inTransaction } from '../database/transaction'

/**
 * Offers a movement again that was left out; the lead's note goes into the ledger.
 *
 * @throws {NotFound} where it is not left out
 */
export async function offerAgain(
  acting: Acting,
  participantId: string,
  { movement, tier, reason }: { movement: string; tier: Tier; reason: string },
): Promise<void> {
  await inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    const standing = standingOn(await heldParticipant(within, participantId), movement, tier)
    if (!standing.isLeftOut) throw new NotFound('This is not left out.')
    const { levels, dials, isLeftOut } = standing
    const level = lowestOf(standing)
    await writeEntries(within, [
      {
        participant: participantId,
        movement,
        tier,
        kind: 'level',
        proposed: 'by-hand',
        answer: 'by-hand',
        fromLevel: level,
        toLevel: level,
        words: 'offered again',
        reason,
        before: { levels, dials, isLeftOut },
      },
    ])
    await writeStandings(within, [{ ...standing, isLeftOut: false, standsIn: false }])
  })
}
