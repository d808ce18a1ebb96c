import { z } from 'zod'
import { readCalendar, type CalendarRow } from '../../../core/formats/readCalendar'
import { emptyPlan } from '../../../core/plan/plan'
import { SeriesRule } from '../../../core/calendar/series'
import { addHoliday, meetingStarts, saveSeries, seriesOf } from '../../database/calendar'
import { circleById } from '../../database/circles'
import { addMeeting } from '../../database/meetings'
import { readInput, SPREADSHEET_AT_MOST_MB } from '../../http/readInput'
import { refusal } from '../../http/refuse'
import { leadRoute } from '../../http/routes'

const Sent = z.object({
  text: z.string().min(1, 'The file is empty.'),
  circleId: z.uuid('Choose a circle.'),
  zone: SeriesRule.shape.zone,
  commit: z.boolean().default(false),
})

/** Says event by event what a calendar file would do and, with `commit`, does it. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { text, circleId, zone, commit } = await readInput(event, Sent, { atMostMb: SPREADSHEET_AT_MOST_MB })
  const circle = await circleById(db, practiceId, circleId)
  let rows: CalendarRow[]
  try {
    rows = readCalendar(text, zone)
  } catch (error) {
    throw refusal(422, 'not-valid', (error as Error).message, { text: (error as Error).message })
  }
  const [series, meetings] = await Promise.all([seriesOf(db, practiceId), meetingStarts(db, practiceId, circleId)])
  rows = rows.map((row): CalendarRow => {
    const isThere =
      row.kind === 'series'
        ? series.some(
            ({ circleId: own, rule }) => own === circleId && rule.firstOn === row.firstOn && rule.time === row.time,
          )
        : row.kind === 'meeting' && meetings.has(row.startsAt.replace('.000Z', 'Z'))
    return isThere ? { kind: 'refused', uid: row.uid, title: row.title, why: 'It is there already.' } : row
  })
  if (commit) {
    await db.transaction(async (trx) => {
      for (const row of rows) {
        if (row.kind === 'holiday') await addHoliday(trx, practiceId, row.holiday, row.uid.slice(0, 200))
        else if (row.kind === 'series')
          await saveSeries(trx, practiceId, {
            circleId,
            rule: SeriesRule.parse({
              firstOn: row.firstOn,
              time: row.time,
              zone,
              everyWeeks: row.everyWeeks,
              until: row.until,
            }),
          })
        else if (row.kind === 'meeting')
          await addMeeting(trx, practiceId, {
            circleId,
            startsAt: row.startsAt,
            plan: emptyPlan(row.title.slice(0, 120), circle.minutes, circle.school),
          })
      }
    })
  }
  return {
    done: commit,
    rows: rows.map((row) => ({ kind: row.kind, title: row.title, words: wordsOf(row, circle.name) })),
  }
})

function wordsOf(row: CalendarRow, circle: string): string {
  if (row.kind === 'holiday') return `A holiday, ${row.holiday.firstOn} to ${row.holiday.lastOn}.`
  if (row.kind === 'series')
    return `${circle} meets ${row.everyWeeks === 1 ? 'every week' : `every ${row.everyWeeks} weeks`} from ${row.firstOn} at ${row.time}${row.until ? `, until ${row.until}` : ''}.`
  if (row.kind === 'meeting') return `A meeting of ${circle}, ${row.startsAt.slice(0, 16).replace('T', ' ')} UTC.`
  return row.why
}
