import { fitOf } from '../../core/check/fitOf'
import { weekly } from '../../core/calendar/series'
import type { Course, makeCourse } from '../../core/contract/shelf'
import type { BodyOf } from '../../core/contract/route'
import { courseOf } from '../../core/plan/course'
import type { ShelfPlan } from '../../core/plan/shelf'
import { circleById } from '../database/circles'
import { addMeeting } from '../database/meetings'
import type { Scope } from '../database/rows'
import { shelfPlanById } from '../database/shelf'
import { circleToFit } from './circleToFit'
import { inTransaction } from '../database/transaction'

/** A course of weekly meetings from one plan at the same time on the wall, with what changes; looked at, or made. */
export async function courseFor(
  scope: Scope,
  shelfId: string,
  { circleId, startsAt, zone, weeks, variety, look }: BodyOf<typeof makeCourse>,
): Promise<Course> {
  const [shelf, circle] = await Promise.all([shelfPlanById(scope, shelfId), circleById(scope, circleId)])
  const there = await circleToFit(scope, circle, startsAt)
  const fits = (plan: ShelfPlan['plan']) => fitOf(plan, there).checks.every((check) => check.kind !== 'time-over')
  const first = { ...shelf.plan, school: circle.school }
  const course = courseOf(first, { weeks, variety }, fits, there.catalogue)
  const starts = weekly(startsAt, weeks, zone)
  const made = look
    ? []
    : await inTransaction(scope.db, async (trx) => {
        const ids: string[] = []
        for (const [week, { plan }] of course.entries()) {
          const meeting = { circleId: circle.id, startsAt: starts[week] ?? startsAt, plan, shelfId: shelf.id }
          ids.push((await addMeeting({ ...scope, db: trx }, meeting)).id)
        }
        return ids
      })
  return {
    weeks: course.map(({ plan, changes }, week) => ({
      startsAt: starts[week] ?? startsAt,
      seconds: fitOf(plan, there).seconds,
      changes,
      meetingId: made[week] ?? null,
    })),
  }
}
