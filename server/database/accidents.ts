import { AccidentReport } from '../../core/lead/accident'
import { fromJson, type Acting, type Scope, requireOwn } from './rows'

/** Accidents of a meeting, the first one first. */
export async function accidentsOf(scope: Scope, meetingId: string): Promise<AccidentReport[]> {
  const { db, practiceId } = scope
  const rows = await db('accidents').where({ practice_id: practiceId, meeting_id: meetingId }).orderBy('at')
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
    .ignore()
}
