import { randomUUID } from 'node:crypto'
import type { CalendarLine, Holiday, Series } from '../../core/contract/circles'
import type { Meeting } from '../../core/contract/meetings'
import type { Plan } from '../../core/plan/plan'
import { datesOf, SeriesRule, wallOf, type HolidayFields } from '../../core/calendar/series'
import { addMeeting } from './meetings'
import { fromJson, isoOf, NotFound, sqlTimeOf, type Scope, requireOwn } from './rows'
import { hold, inTransaction } from './transaction'

/** All series of a practice. */
export async function seriesOf(scope: Scope): Promise<Series[]> {
  const { db, practiceId } = scope
  const rows = await db('series').where({ practice_id: practiceId }).orderBy('id').select<SeriesRow[]>('*')
  return rows.map(seriesFrom)
}

/** @throws {NotFound} when the practice has no such series */
export async function seriesById(scope: Scope, id: string): Promise<Series> {
  const series = (await seriesOf(scope)).find((one) => one.id === id)
  if (!series) throw new NotFound('There is no such series.')
  return series
}

interface SeriesRow {
  id: string
  circle_id: string
  rule: unknown
  version: number
}

function seriesFrom(row: SeriesRow): Series {
  return { id: row.id, circleId: row.circle_id, rule: fromJson(row.rule, SeriesRule), version: row.version }
}

/** Adds a series of a circle; whoever leads must have an account here. */
export async function addSeries(scope: Scope, circleId: string, rule: SeriesRule): Promise<Series> {
  const { db, practiceId } = scope
  const id = randomUUID()
  await requireOwn(scope, 'circles', circleId)
  await requireOwn(scope, 'accounts', leadsOf(rule))
  await db('series').insert({
    id,
    practice_id: practiceId,
    circle_id: circleId,
    rule: JSON.stringify(rule),
    version: 1,
  })
  // Where dates are agreed, the clock on the wall is known.
  await db('venues')
    .where({ practice_id: practiceId, zone: null })
    .where('id', db('circles').select('venue_id').where({ id: circleId }))
    .update({ zone: rule.zone })
  return { id, circleId, rule, version: 1 }
}

/**
 * Changes a series while nobody else can; meetings that were made from it follow what was changed of their date.
 *
 * @param change from the stored series to the rule that is to be stored
 * @throws {NotFound} when the practice has no such series
 */
export async function changeSeries(
  { db, practiceId }: Scope,
  id: string,
  change: (stored: Series) => SeriesRule,
): Promise<Series> {
  return inTransaction(db, async (trx) => {
    await hold(trx, 'series', { id, practice_id: practiceId })
    const row = await trx('series').where({ id, practice_id: practiceId }).first<SeriesRow | undefined>()
    if (!row) throw new NotFound('There is no such series.')
    const stored = seriesFrom(row)
    const rule = change(stored)
    const version = stored.version + 1
    await requireOwn({ db: trx, practiceId }, 'accounts', leadsOf(rule))
    await trx('series')
      .where({ id, practice_id: practiceId })
      .update({ rule: JSON.stringify(rule), version })
    for (const [on, exception] of Object.entries(rule.exceptions))
      await trx('meetings')
        .where({ practice_id: practiceId, series_id: id, series_on: on })
        .update({ called_off: exception.calledOff, led_by: exception.ledBy ?? rule.ledBy })
    return { ...stored, rule, version }
  })
}

function leadsOf(rule: SeriesRule): string[] {
  return [rule.ledBy, ...Object.values(rule.exceptions).map(({ ledBy }) => ledBy)].filter((lead) => lead !== null)
}

/** Ends a series; meetings that were made from it stay. */
export async function removeSeries(scope: Scope, id: string): Promise<void> {
  const { db, practiceId } = scope
  await db('series').where({ id, practice_id: practiceId }).delete()
}

/** All holidays of a practice, the first one first. */
export async function holidaysOf(scope: Scope): Promise<Holiday[]> {
  const { db, practiceId } = scope
  const rows = await db('holidays')
    .where({ practice_id: practiceId })
    .orderBy('first_on')
    .select<{ id: string; name: string; first_on: string; last_on: string }[]>('*')
  return rows.map((row) => ({ id: row.id, name: row.name, firstOn: row.first_on, lastOn: row.last_on }))
}

/** Adds a holiday; one that came from a calendar is known by its mark and not added twice. */
export async function addHoliday(
  scope: Scope,
  { name, firstOn, lastOn }: HolidayFields,
  uid: string | null = null,
): Promise<void> {
  const { db, practiceId } = scope
  if (uid !== null) await db('holidays').where({ practice_id: practiceId, uid }).delete()
  await db('holidays').insert({
    id: randomUUID(),
    practice_id: practiceId,
    name,
    first_on: firstOn,
    last_on: lastOn,
    uid,
  })
}

/** @throws {NotFound} when the practice has no such holiday */
export async function removeHoliday(scope: Scope, id: string): Promise<void> {
  const { db, practiceId } = scope
  if ((await db('holidays').where({ id, practice_id: practiceId }).delete()) === 0)
    throw new NotFound('There is no such holiday.')
}

/** Everything between two days, oldest first: dates of series, made into a meeting or not, and single meetings. */
export async function calendarOf(scope: Scope, from: string, to: string): Promise<CalendarLine[]> {
  const { db, practiceId } = scope
  const [series, holidays, rows] = await Promise.all([
    seriesOf(scope),
    holidaysOf(scope),
    db('meetings as m')
      .join('circles as c', 'c.id', 'm.circle_id')
      .join('venues as v', 'v.id', 'c.venue_id')
      .where('m.practice_id', practiceId)
      .whereBetween('m.starts_at', [`${from} 00:00:00`, `${to} 23:59:59`])
      .select<
        {
          id: string
          circle_id: string
          series_id: string | null
          series_on: string | null
          starts_at: string
          zone: string | null
          led_by: string | null
          called_off: number
          title: string | null
        }[]
      >(
        'm.id',
        'm.circle_id',
        'm.series_id',
        'm.series_on',
        'm.starts_at',
        'v.zone',
        'm.led_by',
        'm.called_off',
        db.raw(`json_unquote(json_extract(m.plan, '$.title')) as title`),
      ),
  ])
  const lines = series.flatMap(({ id, circleId, rule }) =>
    datesOf(rule, from, to, holidays).flatMap((date): CalendarLine[] => {
      // A meeting that was made before the series, or from it, stands for its date.
      const made = rows.find(
        (row) =>
          row.circle_id === circleId &&
          (row.series_id === id ? row.series_on === date.on : isoOf(row.starts_at) === date.startsAt),
      )
      return made ? [] : [{ circleId, seriesId: id, meetingId: null, title: '', zone: rule.zone, ...date }]
    }),
  )
  const made = rows.map((row): CalendarLine => {
    const own = series.find((one) => one.id === row.series_id)
    const date = own && row.series_on ? datesOf(own.rule, row.series_on, row.series_on, holidays)[0] : undefined
    const [startsAt, zone] = [isoOf(row.starts_at), own?.rule.zone ?? row.zone]
    return {
      ...{ circleId: row.circle_id, seriesId: row.series_id, meetingId: row.id, startsAt, zone },
      on: row.series_on ?? (zone === null ? startsAt.slice(0, 10) : wallOf(startsAt, zone).on),
      title: row.title ?? '',
      state: row.called_off ? 'called-off' : (date?.state ?? 'open'),
      why: date?.why ?? '',
      ledBy: row.led_by ?? date?.ledBy ?? null,
    }
  })
  return [...lines, ...made].sort((a, b) => a.startsAt.localeCompare(b.startsAt))
}

/** Makes the meeting of a date of a series; one that is there already, made from it or alone, is taken. */
export async function meetingOn(
  scope: Scope,
  series: Series,
  { on, plan }: { on: string; plan: Plan },
): Promise<Pick<Meeting, 'id'>> {
  const { db, practiceId } = scope
  const [date] = datesOf(series.rule, on, on, await holidaysOf(scope))
  if (!date) throw new NotFound('The circle does not meet on that day.')
  return inTransaction(db, async (trx) => {
    // Two who prepare the same date at once come to the same meeting.
    await hold(trx, 'series', { id: series.id, practice_id: practiceId })
    const made = await trx('meetings')
      .where({ practice_id: practiceId, circle_id: series.circleId, called_off: false })
      .where((other) =>
        other.where({ series_id: series.id, series_on: on }).orWhere({ starts_at: sqlTimeOf(date.startsAt) }),
      )
      .first<{ id: string } | undefined>('id')
    if (made) return made
    const { id } = await addMeeting(
      { db: trx, practiceId },
      { circleId: series.circleId, startsAt: date.startsAt, plan },
    )
    await trx('meetings').where({ id }).update({ series_id: series.id, series_on: on, led_by: date.ledBy })
    return { id }
  })
}

/** Whether a single meeting is held, and who leads it. */
export async function changeHeld(
  scope: Scope,
  meetingId: string,
  { calledOff, ledBy }: { calledOff: boolean; ledBy: string | null },
): Promise<void> {
  const { db, practiceId } = scope
  if (ledBy !== null) await requireOwn(scope, 'accounts', ledBy)
  await db('meetings')
    .where({ id: meetingId, practice_id: practiceId })
    .update({ called_off: calledOff, led_by: ledBy })
}

/** When a circle's meetings start, ISO 8601 in UTC. */
export async function meetingStarts(scope: Scope, circleId: string): Promise<Set<string>> {
  const { db, practiceId } = scope
  const rows = await db('meetings')
    .where({ practice_id: practiceId, circle_id: circleId })
    .select<{ starts_at: string }[]>('starts_at')
  return new Set(rows.map((row) => isoOf(row.starts_at)))
}
