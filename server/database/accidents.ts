import type { AccidentReport } from '../../core/lead/accident'
import { requireOwn } from './circles'
import { fromJson, type Database } from './rows'

/** Accidents of a meeting, the first one first. */
export async function accidentsOf(db: Database, practiceId: string, meetingId: string): Promise<AccidentReport[]> {
  const rows = await db('accidents').where({ practice_id: practiceId, meeting_id: meetingId }).orderBy('at')
  return rows.map((row) => ({
    ...fromJson<AccidentReport>(row.report),
    id: row.id,
    at: Number(row.at),
    participant: row.participant_id,
  }))
}

/** Writes an accident down, once; it is never changed afterwards: what is to be added is another one. */
export async function addAccident(
  db: Database,
  practiceId: string,
  meetingId: string,
  report: AccidentReport,
  enteredBy: string,
): Promise<void> {
  await requireOwn(db, 'meetings', practiceId, meetingId, 'meeting')
  if (report.participant !== null) await requireOwn(db, 'participants', practiceId, report.participant, 'participant')
  const { id, at, participant, ...rest } = report
  await db('accidents')
    .insert({
      id,
      practice_id: practiceId,
      meeting_id: meetingId,
      participant_id: participant,
      at,
      report: JSON.stringify(rest),
      entered_by: enteredBy,
    })
    .onConflict('id')
    .ignore()
}
