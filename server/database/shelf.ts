import { randomUUID } from 'node:crypto'
import { dequal } from 'dequal/lite'
import { z } from 'zod'
import { Plan } from '../../core/plan/plan'
import type { ShelfFields, ShelfPlan } from '../../core/plan/shelf'
import type { PlanVersion } from '../../core/contract/meetings'
import { versionOf } from './planVersions'
import { fromJson, isoOf, NotFound, OlderVersion, type Acting, type Scope } from './rows'
import { hold, inTransaction } from './transaction'

interface ShelfRow {
  id: string
  plan: unknown
  tags: unknown
  version: number
  archived_at: string | null
  saved_at: string
  saved_by: string | null
  saved_by_name: string | null
}

/** All plans on a practice's shelf, those saved last first. */
export async function shelfOf(scope: Scope): Promise<ShelfPlan[]> {
  return (await rowsOf(scope).orderBy('s.saved_at', 'desc').orderBy('s.id')).map(shelfPlanOf)
}

/** @throws {NotFound} when the practice has no such plan */
export async function shelfPlanById(scope: Scope, id: string): Promise<ShelfPlan> {
  const [row] = await rowsOf(scope).where('s.id', id)
  if (!row) throw new NotFound('There is no such plan on the shelf.')
  return shelfPlanOf(row)
}

export async function addToShelf(scope: Acting, fields: ShelfFields, id: string = randomUUID()): Promise<ShelfPlan> {
  const { db, practiceId, accountId } = scope
  await db('shelf_plans').insert({ id, practice_id: practiceId, version: 1, ...columnsOf(fields), saved_by: accountId })
  return shelfPlanById(scope, id)
}

/**
 * Saves a plan of the shelf on top of the version it was read at; the earlier version is kept when the plan changed.
 *
 * @throws {OlderVersion} with what is stored now
 */
export async function saveOnShelf(
  { db, practiceId, accountId }: Acting,
  id: string,
  version: number,
  fields: ShelfFields,
): Promise<ShelfPlan> {
  return inTransaction(db, async (trx) => {
    await hold(trx, 'shelf_plans', { id, practice_id: practiceId })
    const before = await trx('shelf_plans').where({ id, practice_id: practiceId }).first()
    if (!before) throw new NotFound('There is no such plan on the shelf.')
    if (before.version !== version) throw new OlderVersion(await shelfPlanById({ db: trx, practiceId }, id))
    const earlier = fromJson(before.plan, Plan)
    if (!dequal(earlier, fields.plan)) {
      await trx('shelf_versions').insert({
        practice_id: practiceId,
        shelf_id: id,
        version,
        plan: JSON.stringify(earlier),
        saved_by: before.saved_by,
        saved_at: before.saved_at,
      })
    }
    await trx('shelf_plans')
      .where({ id, practice_id: practiceId })
      .update({ ...columnsOf(fields), version: version + 1, saved_by: accountId, saved_at: trx.fn.now() })
    return shelfPlanById({ db: trx, practiceId }, id)
  })
}

/** Earlier versions of a plan on the shelf, the newest first. */
export async function shelfVersionsOf(scope: Scope, shelfId: string): Promise<PlanVersion[]> {
  const { db, practiceId } = scope
  const rows = await db('shelf_versions as v')
    .leftJoin('accounts as a', 'a.id', 'v.saved_by')
    .where({ 'v.practice_id': practiceId, 'v.shelf_id': shelfId })
    .orderBy('v.version', 'desc')
    .select<{ version: number; plan: unknown; saved_at: string; name: string | null }[]>(
      'v.version',
      'v.plan',
      'v.saved_at',
      'a.name',
    )
  return rows.map(versionOf)
}

function rowsOf(scope: Scope) {
  const { db, practiceId } = scope
  return db('shelf_plans as s')
    .leftJoin('accounts as a', 'a.id', 's.saved_by')
    .where('s.practice_id', practiceId)
    .select<ShelfRow[]>('s.*', 'a.name as saved_by_name')
}

function shelfPlanOf(row: ShelfRow): ShelfPlan {
  return {
    id: row.id,
    plan: fromJson(row.plan, Plan),
    tags: fromJson(row.tags, z.array(z.string())),
    archived: row.archived_at !== null,
    version: row.version,
    savedBy: row.saved_by_name ?? 'somebody who has left',
    savedAt: isoOf(row.saved_at),
  }
}

function columnsOf({ plan, tags, archived }: ShelfFields) {
  return {
    plan: JSON.stringify(plan),
    tags: JSON.stringify(tags),
    archived_at: archived ? new Date().toISOString().slice(0, 19).replace('T', ' ') : null,
  }
}
