import { AccidentReport } from '../../core/lead/accident'
import { fromJson, requireOwn, TakenElsewhere, type Acting, type Scope } from './rows'

/**
 * Accidents of a meeting, the first one first.
 *
 * @param by only what this account wrote down
 */
export async function accidentsOf(scope: Scope, meetingId: string, by?: string): Promise<AccidentReport[]> {
  const { db, practiceId } = scope
  const own = by === undefined ? {} : { entered_by: by }
  const rows = await db('accidents')
    .where({ practice_id: practiceId, meeting_id: meetingId, ...own })
    .orderBy('at')
  return rows.map((row) =>
    AccidentReport.parse({
      ...fromJson(row.report, AccidentReport.partial()),
      id: row.id,
      at: Number(row.at),
      participant: row.participant_id,
    }),
  )
}

/** Writes an accident down, once; it is never changed afterwards: what is to be added is another one. */
export async function addAccident(scope: Acting, meetingId: string, report: AccidentReport): Promise<void> {
  const { db, practiceId, accountId } = scope
  await requireOwn(scope, 'meetings', meetingId)
  if (report.participant !== null) await requireOwn(scope, 'participants', report.participant)
  const { id, at, participant, ...rest } = report
  await db('accidents')
    .insert({
      id,
      practice_id: practiceId,
      meeting_id: meetingId,
      participant_id: participant,
      at,
      report: JSON.stringify(rest),
      entered_by: accountId,
    })
    .onConflict('id')
    .merge(['id'])
  const same = { id, practice_id: practiceId, meeting_id: meetingId, participant_id: participant }
  if (!(await db('accidents').where(same).first('id'))) throw new TakenElsewhere()
}
