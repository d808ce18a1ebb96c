import { SeriesRule } from '../../core/calendar/series'
import type { Circle } from '../../core/circle/circle'
import type { Series } from '../../core/contract/circles'
import type { importCalendar } from '../../core/contract/practice'
import type { AnswerOf, BodyOf } from '../../core/contract/route'
import { readCalendar, type CalendarRow } from '../../core/formats/readCalendar'
import { emptyPlan } from '../../core/plan/plan'
import { addHoliday, addSeries, meetingStarts, seriesOf } from '../database/calendar'
import { circleById } from '../database/circles'
import { addMeeting } from '../database/meetings'
import type { Scope } from '../database/rows'
import { notValid } from '../http/refuse'
import { inTransaction } from '../database/transaction'

/** Says event by event what a calendar file would do for a circle and, with `commit`, does it in one transaction. */
export async function readInCalendar(
  scope: Scope,
  { text, circleId, zone, commit }: BodyOf<typeof importCalendar>,
): Promise<AnswerOf<typeof importCalendar>> {
  const circle = await circleById(scope, circleId)
  const known = SeriesRule.shape.zone.safeParse(zone)
  if (!known.success) throw notValid({ zone: 'This time zone is not known.' })
  const [series, starts] = await Promise.all([seriesOf(scope), meetingStarts(scope, circleId)])
  const rows = readCalendar(text, zone).map((row) => unlessThere(row, circle, series, starts))
  if (commit)
    await inTransaction(scope.db, async (trx) => {
      for (const row of rows) await write({ ...scope, db: trx }, row, circle, zone)
    })
  return {
    done: commit,
    rows: rows.map((row) => ({ kind: row.kind, title: row.title, words: wordsOf(row, circle.name) })),
  }
}

function unlessThere(
  row: CalendarRow,
  circle: Circle,
  series: readonly Series[],
  starts: ReadonlySet<string>,
): CalendarRow {
  const isSame = ({ circleId, rule }: Series) =>
    row.kind === 'series' && circleId === circle.id && rule.firstOn === row.firstOn && rule.time === row.time
  const isThere = series.some(isSame) || (row.kind === 'meeting' && starts.has(row.startsAt))
  return isThere ? { kind: 'refused', uid: row.uid, title: row.title, why: 'It is there already.' } : row
}

async function write(scope: Scope, row: CalendarRow, circle: Circle, zone: string): Promise<void> {
  switch (row.kind) {
    case 'holiday':
      return addHoliday(scope, row.holiday, row.uid.slice(0, 200))
    case 'series': {
      const { firstOn, time, everyWeeks, until, calledOff } = row
      const exceptions = Object.fromEntries(calledOff.map((on) => [on, { calledOff: true }]))
      await addSeries(scope, circle.id, SeriesRule.parse({ firstOn, time, zone, everyWeeks, until, exceptions }))
      return
    }
    case 'meeting': {
      const plan = emptyPlan(row.title.slice(0, 120), circle.minutes, circle.school)
      await addMeeting(scope, { circleId: circle.id, startsAt: row.startsAt, plan })
      return
    }
    case 'refused':
  }
}

function wordsOf(row: CalendarRow, circle: string): string {
  switch (row.kind) {
    case 'holiday':
      return `A holiday, ${row.holiday.firstOn} to ${row.holiday.lastOn}.`
    case 'series': {
      const often = row.everyWeeks === 1 ? 'every week' : `every ${row.everyWeeks} weeks`
      return [
        `${circle} meets ${often} from ${row.firstOn} at ${row.time}${row.until ? `, until ${row.until}` : ''}.`,
        row.calledOff.length > 0 ? ` Called off: ${row.calledOff.join(', ')}.` : '',
        row.isOtherClock ? ` The file goes by another clock: here it stays at ${row.time} on the wall all year.` : '',
      ].join('')
    }
    case 'meeting':
      return `A meeting of ${circle}, ${row.startsAt.slice(0, 16).replace('T', ' ')} UTC.`
    case 'refused':
      return row.why
  }
}
