import type { PlanVersion } from '../../core/contract/meetings'
import { Plan } from '../../core/plan/plan'
import { fromJson, isoOf, type Scope } from './rows'

/** Earlier versions of a plan, the newest first. */
export async function planVersionsOf({ db, practiceId }: Scope, meetingId: string, limit = 40): Promise<PlanVersion[]> {
  const rows = await db('plan_versions as v')
    .leftJoin('accounts as a', 'a.id', 'v.saved_by')
    .where({ 'v.practice_id': practiceId, 'v.meeting_id': meetingId })
    .orderBy('v.version', 'desc')
    .limit(limit)
    .select<VersionRow[]>('v.version', 'v.plan', 'v.saved_at', 'a.name')
  return rows.map(versionOf)
}

interface VersionRow {
  version: number
  plan: unknown
  saved_at: string
  name: string | null
}

/** An earlier version as it is shown. */
export function versionOf(row: VersionRow): PlanVersion {
  return {
    version: row.version,
    plan: fromJson(row.plan, Plan),
    savedBy: row.name ?? 'somebody who has left',
    savedAt: isoOf(row.saved_at),
  }
}

/** A plan as it was in an earlier version; null where that is not kept. */
export async function planInVersion(
  { db, practiceId }: Scope,
  meetingId: string,
  version: number,
): Promise<Plan | null> {
  const row = await db('plan_versions')
    .where({ practice_id: practiceId, meeting_id: meetingId, version })
    .first<{ plan: unknown } | undefined>('plan')
  return row ? fromJson(row.plan, Plan) : null
}

/** The name of whoever made a version of a plan; empty where nobody is known. */
export async function planChangedBy({ db, practiceId }: Scope, meetingId: string, version: number): Promise<string> {
  // A version is kept with who saved the one after it.
  const row = await db('plan_versions as v')
    .join('accounts as a', 'a.id', 'v.saved_by')
    .where({ 'v.practice_id': practiceId, 'v.meeting_id': meetingId, 'v.version': version - 1 })
    .first<{ name: string } | undefined>('a.name')
  return row?.name ?? ''
}
