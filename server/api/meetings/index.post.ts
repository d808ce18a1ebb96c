import { z } from 'zod'
import { emptyPlan } from '../../../core/plan/plan'
import { circleById } from '../../database/circles'
import { addMeeting, meetingById } from '../../database/meetings'
import { shelfPlanById } from '../../database/shelf'
import { readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

const NewMeeting = z.object({
  circleId: z.uuid('Choose a circle.'),
  startsAt: z.iso.datetime('A date and a time are needed.'),
  /** A meeting whose plan is copied. */
  planFrom: z.uuid().nullable().default(null),
  /** A plan of the shelf that is copied. */
  shelfFrom: z.uuid().nullable().default(null),
})

export default leadRoute(async ({ event, db, practiceId }) => {
  const { circleId, startsAt, planFrom, shelfFrom } = await readInput(event, NewMeeting)
  const circle = await circleById(db, practiceId, circleId)
  const plan = shelfFrom
    ? (await shelfPlanById(db, practiceId, shelfFrom)).plan
    : planFrom
      ? (await meetingById(db, practiceId, planFrom)).plan
      : emptyPlan('', circle.minutes, circle.school)
  return addMeeting(db, practiceId, { circleId, startsAt, plan, shelfId: shelfFrom })
})
