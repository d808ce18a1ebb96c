import type { Role } from '../../core/contract/account'
import type { addGuest } from '../../core/contract/meetings'
import type { BodyOf } from '../../core/contract/route'
import { firstFacts } from '../../core/offer/firstQuestions'
import type { Participant } from '../../core/offer/participant'
import { isKeptOut } from '../../core/offer/asGuest'
import { walkIn } from '../../core/offer/walkIn'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { addGuest as storeGuest, agreeToGuest as agree, removeGuest as remove } from '../database/arrivals'
import { inTurn } from '../database/order'
import { outcomeEventsOf } from '../database/outcomes'
import { addParticipant, participantById } from '../database/people'
import type { Acting } from '../database/rows'
import { refusal } from '../http/refuse'
import { tell } from '../live/following'

/** Somebody in a meeting. */
interface Who {
  meetingId: string
  participant: string
}

/**
 * Lets somebody join one meeting, a guest or a walk-in who is written down with it, and tells every screen. A guest
 * whom a helper lets in is led as somebody new until a lead agrees.
 *
 * @throws {NotFound} where the practice has no such meeting, or no such person; 409 where a helper lets somebody in who
 * is kept out by what is known of them
 */
export async function joinMeeting(
  acting: Acting,
  { meetingId, role }: { meetingId: string; role: Role },
  who: BodyOf<typeof addGuest>,
): Promise<{ participant: string }> {
  const isKnown = 'participant' in who
  if (isKnown && role === 'helper') await requireMayJoin(acting, who.participant)
  const participant = await inTurn(acting, meetingId, async (within, { sequence }) => {
    const participantId = isKnown ? who.participant : (await addWalkIn(within, who)).id
    await storeGuest(within, meetingId, { participantId, isAgreed: !isKnown || role === 'lead' }, sequence)
    return participantId
  })
  tell(acting, meetingId)
  return { participant }
}

/** Nobody knows them: until they are asked what cannot wait they do breath only. */
async function addWalkIn(within: Acting, who: Parameters<typeof walkIn>[0]): Promise<Participant> {
  const { interview } = await linkedCatalogue(within)
  const on = new Date().toISOString().slice(0, 10)
  const considerations = firstFacts({ asked: false, yes: [] }, interview, on)
  return addParticipant(within, { ...walkIn(who), considerations })
}

async function requireMayJoin(acting: Acting, participant: string): Promise<void> {
  if (isKeptOut(await participantById(acting, participant), await linkedCatalogue(acting)))
    throw refusal(409, 'lead-decides', 'They cannot join without a lead: ask one before they take part.')
}

/**
 * A lead agrees to a guest, and every screen hears of it.
 *
 * @throws {NotFound} where they are no guest of the meeting
 */
export async function agreeToGuest(acting: Acting, { meetingId, participant }: Who): Promise<{ participant: string }> {
  await inTurn(acting, meetingId, (within, { sequence }) => agree(within, meetingId, participant, sequence))
  tell(acting, meetingId)
  return { participant }
}

/**
 * Takes a guest out of a meeting again, and every screen hears of it.
 *
 * @throws {NotFound} where they are no guest of the meeting; 409 where something was noted of them in it
 */
export async function removeGuest(acting: Acting, { meetingId, participant }: Who): Promise<{ participant: string }> {
  await inTurn(acting, meetingId, async (within, { sequence }) => {
    if ((await outcomeEventsOf(within, meetingId)).some((outcome) => outcome.participant === participant))
      throw refusal(409, 'noted', 'Something was noted of them in this class: they stay in it.')
    await remove(within, meetingId, participant, sequence)
  })
  tell(acting, meetingId)
  return { participant }
}
