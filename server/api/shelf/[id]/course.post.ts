import { addWeeks } from 'date-fns'
import { z } from 'zod'
import { fitOf } from '../../../../core/check/fitOf'
import { courseOf } from '../../../../core/plan/course'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circleById } from '../../../database/circles'
import { addMeeting } from '../../../database/meetings'
import { shelfPlanById } from '../../../database/shelf'
import { circleToFit } from '../../../services/circleToFit'
import { idOf, readInput } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

const Sent = z.object({
  circleId: z.uuid('Choose a circle.'),
  startsAt: z.iso.datetime('A date and a time are needed.'),
  weeks: z.number('Weeks are a number.').int().min(1, 'One week at least.').max(26, '26 weeks at most.'),
  variety: z.union([z.literal(0), z.literal(1), z.literal(2)]).default(0),
  /** Only say what it would be. */
  look: z.boolean().default(false),
})

/** A course of weekly meetings from one plan, with what changes from week to week; only looked at, or made. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const shelf = await shelfPlanById(db, practiceId, idOf(event))
  const { circleId, startsAt, weeks, variety, look } = await readInput(event, Sent)
  const [circle, catalogue] = await Promise.all([circleById(db, practiceId, circleId), linkedCatalogue(db, practiceId)])
  const there = await circleToFit(db, practiceId, circle, startsAt, catalogue)
  const plan = { ...shelf.plan, school: circle.school }
  const course = courseOf(
    plan,
    { weeks, variety },
    (raised) => fitOf(raised, there).checks.every((check) => check.kind !== 'time-over'),
    catalogue,
  )
  const meetings = course.map((week, at) => ({ ...week, startsAt: addWeeks(startsAt, at).toISOString() }))
  const made = look
    ? []
    : await db.transaction(async (trx) => {
        const ids: string[] = []
        for (const week of meetings)
          ids.push(
            (
              await addMeeting(trx, practiceId, {
                circleId,
                startsAt: week.startsAt,
                plan: week.plan,
                shelfId: shelf.id,
              })
            ).id,
          )
        return ids
      })
  return {
    weeks: meetings.map((week, at) => ({
      startsAt: week.startsAt,
      seconds: fitOf(week.plan, there).seconds,
      changes: week.changes,
      meetingId: made[at] ?? null,
    })),
  }
})
