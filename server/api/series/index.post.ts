import { z } from 'zod'
import { SeriesRule } from '../../../core/room/series'
import { saveSeries } from '../../database/calendar'
import { readInput } from '../../session/readInput'
import { leadRoute } from '../../session/routes'

export default leadRoute(async ({ event, db, practiceId }) =>
  saveSeries(
    db,
    practiceId,
    await readInput(event, z.object({ circleId: z.uuid('Choose a circle.'), rule: SeriesRule })),
  ),
)
