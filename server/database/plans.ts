import type { Meeting, PlanVersion } from '../../core/contract/meetings'
import { Plan } from '../../core/plan/plan'
import { fromJson, isoOf, NotFound, type Acting, type Scope } from './rows'
import { inTransaction } from './transaction'

/**
 * Changes a meeting's plan while nobody else can; every version that was saved is kept.
 *
 * @param change from the stored plan and its version to the plan that is to be stored
 * @throws {NotFound} when the practice has no such meeting
 */
export async function changePlan(
  { db, practiceId, accountId }: Acting,
  meetingId: string,
  change: (plan: Plan, version: number) => Plan,
): Promise<Pick<Meeting, 'plan' | 'planVersion'>> {
  return inTransaction(db, async (trx) => {
    const row = await trx('meetings')
      .where({ id: meetingId, practice_id: practiceId })
      .forUpdate()
      .first<{ plan: unknown; plan_version: number } | undefined>('plan', 'plan_version')
    if (!row) throw new NotFound('There is no such meeting.')
    const before = fromJson(row.plan, Plan)
    const plan = change(before, row.plan_version)
    await trx('plan_versions').insert({
      practice_id: practiceId,
      meeting_id: meetingId,
      version: row.plan_version,
      plan: JSON.stringify(before),
      saved_by: accountId,
    })
    const planVersion = row.plan_version + 1
    await trx('meetings')
      .where({ id: meetingId, practice_id: practiceId })
      .update({ plan: JSON.stringify(plan), plan_version: planVersion })
    return { plan, planVersion }
  })
}

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
