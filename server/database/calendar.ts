import { randomUUID } from 'node:crypto'
import { emptyPlan } from '../../core/plan/plan'
import { datesOf, SeriesRule, type HolidayFields, type SeriesDate } from '../../core/calendar/series'
import { circleById, requireOwn } from './circles'
import { addMeeting, type Meeting } from './meetings'
import { fromJson, isoOf, NotFound, type Database } from './rows'

export interface Series {
  id: string
  circleId: string
  rule: SeriesRule
}

export interface Holiday extends HolidayFields {
  id: string
}

/** One date of a circle, from its series or made alone. */
export interface CalendarLine {
  circleId: string
  seriesId: string | null
  meetingId: string | null
  /** ISO day on the wall of the circle's place. */
  on: string
  startsAt: string
  title: string
  state: SeriesDate['state']
  why: string
  ledBy: string | null
}

export async function seriesOf(db: Database, practiceId: string): Promise<Series[]> {
  const rows = await db('series')
    .where({ practice_id: practiceId })
    .orderBy('id')
    .select<{ id: string; circle_id: string; rule: unknown }[]>('*')
  return rows.map((row) => ({ id: row.id, circleId: row.circle_id, rule: SeriesRule.parse(fromJson(row.rule)) }))
}

/** @throws {NotFound} when the practice has no such series */
export async function seriesById(db: Database, practiceId: string, id: string): Promise<Series> {
  const series = (await seriesOf(db, practiceId)).find((one) => one.id === id)
  if (!series) throw new NotFound('There is no such series.')
  return series
}

/** Adds a series of a circle, or changes one; whoever leads must have an account here. */
export async function saveSeries(
  db: Database,
  practiceId: string,
  { id = randomUUID(), circleId, rule }: Omit<Series, 'id'> & { id?: string },
): Promise<Series> {
  await requireOwn(db, 'circles', practiceId, circleId, 'circle')
  for (const account of [rule.ledBy, ...Object.values(rule.exceptions).map((exception) => exception.ledBy)])
    if (account) await requireOwn(db, 'accounts', practiceId, account, 'account')
  await db('series')
    .insert({ id, practice_id: practiceId, circle_id: circleId, rule: JSON.stringify(rule) })
    .onConflict('id')
    .merge(['rule'])
  // Meetings that were made from it already follow what was changed of their date.
  for (const [on, exception] of Object.entries(rule.exceptions))
    await db('meetings')
      .where({ practice_id: practiceId, series_id: id, series_on: on })
      .update({ called_off: exception.calledOff, led_by: exception.ledBy ?? rule.ledBy })
  return { id, circleId, rule }
}

/** Ends a series; meetings that were made from it stay. */
export async function removeSeries(db: Database, practiceId: string, id: string): Promise<void> {
  await db('series').where({ id, practice_id: practiceId }).delete()
}

export async function holidaysOf(db: Database, practiceId: string): Promise<Holiday[]> {
  const rows = await db('holidays')
    .where({ practice_id: practiceId })
    .orderBy('first_on')
    .select<{ id: string; name: string; first_on: string; last_on: string }[]>('*')
  return rows.map((row) => ({ id: row.id, name: row.name, firstOn: row.first_on, lastOn: row.last_on }))
}

/** Adds a holiday; one that came from a calendar is known by its mark and not added twice. */
export async function addHoliday(
  db: Database,
  practiceId: string,
  { name, firstOn, lastOn }: HolidayFields,
  uid: string | null = null,
): Promise<void> {
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
export async function removeHoliday(db: Database, practiceId: string, id: string): Promise<void> {
  if ((await db('holidays').where({ id, practice_id: practiceId }).delete()) === 0)
    throw new NotFound('There is no such holiday.')
}

/** Everything between two days, oldest first: dates of series, made into a meeting or not, and single meetings. */
export async function calendarOf(db: Database, practiceId: string, from: string, to: string): Promise<CalendarLine[]> {
  const [series, holidays, rows] = await Promise.all([
    seriesOf(db, practiceId),
    holidaysOf(db, practiceId),
    db('meetings')
      .where({ practice_id: practiceId })
      .whereBetween('starts_at', [`${from} 00:00:00`, `${to} 23:59:59`])
      .select<
        {
          id: string
          circle_id: string
          series_id: string | null
          series_on: string | null
          starts_at: string
          led_by: string | null
          called_off: number
          title: string | null
        }[]
      >(
        'id',
        'circle_id',
        'series_id',
        'series_on',
        'starts_at',
        'led_by',
        'called_off',
        db.raw(`json_unquote(json_extract(plan, '$.title')) as title`),
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
      return made ? [] : [{ circleId, seriesId: id, meetingId: null, title: '', ...date }]
    }),
  )
  const made = rows.map((row): CalendarLine => {
    const own = series.find((one) => one.id === row.series_id)
    const date = own && row.series_on ? datesOf(own.rule, row.series_on, row.series_on, holidays)[0] : undefined
    return {
      circleId: row.circle_id,
      seriesId: row.series_id,
      meetingId: row.id,
      on: row.series_on ?? row.starts_at.slice(0, 10),
      startsAt: isoOf(row.starts_at),
      title: row.title ?? '',
      state: row.called_off ? 'called-off' : (date?.state ?? 'open'),
      why: date?.why ?? '',
      ledBy: row.led_by ?? date?.ledBy ?? null,
    }
  })
  return [...lines, ...made].sort((a, b) => a.startsAt.localeCompare(b.startsAt))
}

/** Makes the meeting of a date of a series, with an empty plan; one that is there already is taken. */
export async function meetingOn(
  db: Database,
  practiceId: string,
  series: Series,
  on: string,
): Promise<Pick<Meeting, 'id'>> {
  const [date] = datesOf(series.rule, on, on, await holidaysOf(db, practiceId))
  if (!date) throw new NotFound('The circle does not meet on that day.')
  const circle = await circleById(db, practiceId, series.circleId)
  return db.transaction(async (trx) => {
    // Two who prepare the same date at once come to the same meeting.
    await trx('series').where({ id: series.id }).forUpdate().first('id')
    const made = await trx('meetings')
      .where({ practice_id: practiceId, series_id: series.id, series_on: on })
      .first<{ id: string } | undefined>('id')
    if (made) return made
    const { id } = await addMeeting(trx, practiceId, {
      circleId: circle.id,
      startsAt: date.startsAt,
      plan: emptyPlan('', circle.minutes, circle.school),
    })
    await trx('meetings').where({ id }).update({ series_id: series.id, series_on: on, led_by: date.ledBy })
    return { id }
  })
}

/** Whether a single meeting is held, and who leads it. */
export async function changeHeld(
  db: Database,
  practiceId: string,
  meetingId: string,
  calledOff: boolean,
  ledBy: string | null,
): Promise<void> {
  if (ledBy !== null) await requireOwn(db, 'accounts', practiceId, ledBy, 'account')
  await db('meetings')
    .where({ id: meetingId, practice_id: practiceId })
    .update({ called_off: calledOff, led_by: ledBy })
}

/** When a circle's meetings start, ISO 8601 in UTC. */
export async function meetingStarts(db: Database, practiceId: string, circleId: string): Promise<Set<string>> {
  const rows = await db('meetings')
    .where({ practice_id: practiceId, circle_id: circleId })
    .select<{ starts_at: string }[]>('starts_at')
  return new Set(rows.map((row) => isoOf(row.starts_at)))
}

export interface Waiting {
  circleId: string
  participant: string
  name: string
  /** ISO day. */
  since: string
  note: string
}

/** Who waits for a place, the longest first. */
export async function waitingOf(db: Database, practiceId: string): Promise<Waiting[]> {
  const rows = await db('waiting as w')
    .join('participants as p', 'p.id', 'w.participant_id')
    .where('w.practice_id', practiceId)
    .whereNull('p.erased_at')
    .orderBy(['w.since', 'p.name'])
    .select<{ circle_id: string; participant_id: string; name: string; since: string; note: string }[]>('w.*', 'p.name')
  return rows.map((row) => ({
    circleId: row.circle_id,
    participant: row.participant_id,
    name: row.name,
    since: row.since,
    note: row.note,
  }))
}

export async function addWaiting(
  db: Database,
  practiceId: string,
  circleId: string,
  participant: string,
  since: string,
  note: string,
): Promise<void> {
  await requireOwn(db, 'participants', practiceId, participant, 'participant')
  await db('waiting')
    .insert({ practice_id: practiceId, circle_id: circleId, participant_id: participant, since, note })
    .onConflict(['circle_id', 'participant_id'])
    .merge(['note'])
}

export async function stopWaiting(
  db: Database,
  practiceId: string,
  circleId: string,
  participant: string,
): Promise<void> {
  await db('waiting').where({ practice_id: practiceId, circle_id: circleId, participant_id: participant }).delete()
}

/** Gives somebody who waits a place in the circle. */
export async function placeWaiting(
  db: Database,
  practiceId: string,
  circleId: string,
  participant: string,
): Promise<void> {
  await db.transaction(async (trx) => {
    await requireOwn(trx, 'participants', practiceId, participant, 'participant')
    await stopWaiting(trx, practiceId, circleId, participant)
    const last = await trx('circle_members')
      .where({ practice_id: practiceId, circle_id: circleId })
      .max<{ last: number | null }[]>('position as last')
      .first()
    await trx('circle_members')
      .insert({
        practice_id: practiceId,
        circle_id: circleId,
        participant_id: participant,
        position: Number(last?.last ?? -1) + 1,
      })
      .onConflict(['circle_id', 'participant_id'])
      .ignore()
  })
}
