import { z } from 'zod'
import { ScreeningAnswers } from '../../../../core/offer/screening'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { noteHealth } from '../../../database/healthLog'
import { participantById } from '../../../database/people'
import { takeScreening } from '../../../database/screenings'
import { idOf, readInput } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

const Sent = z.object({
  id: z.uuid(),
  takenOn: z.iso.date('The day is written as year, month and day.'),
  answers: ScreeningAnswers,
  dropped: z.array(z.string().max(80)).max(40).default([]),
})

/** Takes a screening in. Only a lead takes away what is on file; a helper's wish to do so is not heard. */
export default accountRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  const sent = await readInput(event, Sent)
  const { interview } = await linkedCatalogue(db, practiceId)
  const result = await takeScreening(db, practiceId, id, interview, {
    ...sent,
    takenBy: account.id,
    dropped: account.role === 'lead' ? sent.dropped : [],
  })
  await noteHealth(db, practiceId, account.id, id, 'took a screening')
  return { waitsFor: result.waitsFor, found: result.considerations.length }
})
