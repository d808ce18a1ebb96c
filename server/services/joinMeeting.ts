import type { addGuest } from '../../core/contract/meetings'
import type { BodyOf } from '../../core/contract/route'
import { walkIn } from '../../core/offer/walkIn'
import { addGuest as storeGuest } from '../database/arrivals'
import { inTurn } from '../database/order'
import { addParticipant } from '../database/people'
import type { Acting } from '../database/rows'
import { tell } from '../live/following'

/**
 * Lets somebody join one meeting, a guest or a walk-in who is written down with it, and tells every screen.
 *
 * @throws {NotFound} where the practice has no such meeting, or no such person
 */
export async function joinMeeting(
  acting: Acting,
  meetingId: string,
  who: BodyOf<typeof addGuest>,
): Promise<{ participant: string }> {
  const participant = await inTurn(acting, meetingId, async (within, { sequence }) => {
    const id = 'participant' in who ? who.participant : (await addParticipant(within, walkIn(who))).id
    await storeGuest(within, meetingId, id, sequence)
    return id
  })
  tell(acting, meetingId)
  return { participant }
}
