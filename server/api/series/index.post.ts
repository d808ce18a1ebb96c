import { z } from 'zod'
import { SeriesRule } from '../../../core/calendar/series'
import { saveSeries } from '../../database/calendar'
import { readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) =>
  saveSeries(
    db,
    practiceId,
    await readInput(event, z.object({ circleId: z.uuid('Choose a circle.'), rule: SeriesRule })),
  ),
)
