import { z } from 'zod'
import { meetingOn, seriesById } from '../../../database/calendar'
import { idOf, readInput } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** Makes the meeting of a date, to prepare it. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const series = await seriesById(db, practiceId, idOf(event))
  const { on } = await readInput(event, z.object({ on: z.iso.date('A date is needed.') }))
  return meetingOn(db, practiceId, series, on)
})
