import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { Tag } from '../../core/catalogue/words'
import type { ParticipantConsideration } from '../../core/offer/participant'
import { fromJson, type Scope } from './rows'

const Opens = z.array(Tag)

/** A health fact of a person as it is stored. */
export interface ConsiderationRow {
  participant_id: string
  consideration: string
  side: ParticipantConsideration['side']
  cleared_by: string
  note: string
  since: string | null
  until: string | null
  cleared_on: string | null
  cleared_for: string
  cleared_until: string | null
  opens: unknown
}

/** A stored health fact as the application knows it. */
export function considerationOf(own: ConsiderationRow): ParticipantConsideration {
  return {
    consideration: own.consideration,
    side: own.side,
    clearedBy: own.cleared_by,
    note: own.note,
    since: own.since,
    until: own.until,
    clearedOn: own.cleared_on,
    clearedFor: own.cleared_for,
    clearedUntil: own.cleared_until,
    opens: own.opens === null ? null : fromJson(own.opens, Opens),
  }
}

/** Replaces all health facts of a person. */
export async function writeConsiderations(
  scope: Scope,
  id: string,
  considerations: readonly ParticipantConsideration[],
): Promise<void> {
  const { db, practiceId } = scope
  const own = { practice_id: practiceId, participant_id: id }
  await db('participant_considerations').where(own).delete()
  if (considerations.length > 0)
    await db('participant_considerations').insert(
      considerations.map((row, position) => ({ id: randomUUID(), ...own, ...considerationColumns(row), position })),
    )
}

/** The columns of a health fact. */
export function considerationColumns({
  consideration,
  side,
  clearedBy,
  note,
  since,
  until,
  clearedOn,
  clearedFor,
  clearedUntil,
  opens,
}: ParticipantConsideration) {
  return {
    consideration,
    side,
    cleared_by: clearedBy,
    note,
    since,
    until,
    cleared_on: clearedOn,
    cleared_for: clearedFor,
    cleared_until: clearedUntil ?? null,
    opens: opens ? JSON.stringify(opens) : null,
  }
}
