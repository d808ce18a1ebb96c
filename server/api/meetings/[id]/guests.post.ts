import { z } from 'zod'
import { Tier } from '../../../../core/catalogue/words'
import { ParticipantFields } from '../../../../core/offer/participant'
import { addGuest, meetingById } from '../../../database/meetings'
import { addParticipant } from '../../../database/people'
import { idOf, readInput } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

const WALK_IN = { birthYear: null, sex: 'unsaid', heightCm: null, pace: 'usual', levels: [] } as const

const Sent = z.union([
  z.object({ participant: z.uuid() }),
  /** Somebody nobody knows yet: a name and where they work. Nobody is let down to the floor unscreened. */
  z.object({ name: ParticipantFields.shape.name, tier: Tier.exclude(['floor']) }),
])

/** Lets somebody join one meeting: a guest from another circle, or a walk-in who is written down with it. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const sent = await readInput(event, Sent)
  const guest =
    'participant' in sent
      ? sent.participant
      : (
          await addParticipant(
            db,
            practiceId,
            ParticipantFields.parse({
              ...WALK_IN,
              name: sent.name,
              homeTier: sent.tier,
              considerations: [],
              access: {
                bed: 'yes',
                chair: 'yes',
                standing: sent.tier === 'standing' ? 'with-help' : 'no',
                floor: 'no',
              },
            }),
          )
        ).id
  await addGuest(db, practiceId, id, guest)
  return { participant: guest }
})
