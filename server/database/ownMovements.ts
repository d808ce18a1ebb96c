import { z } from 'zod'
import { SolvedPose } from '../../core/body/figure'
import { MovementEntry } from '../../core/catalogue/movement'
import { fromJson, NotFound, type Acting, type Scope } from './rows'

/** Poses by variation id and name, for variations whose figures are not the shipped ones. */
export const OwnFigures = z.record(z.string(), z.partialRecord(z.enum(['start', 'end', 'deepest']), SolvedPose))
export type OwnFigures = z.infer<typeof OwnFigures>

export interface OwnMovement {
  entry: MovementEntry
  figures: OwnFigures
}

export async function ownMovementsOf(scope: Scope): Promise<OwnMovement[]> {
  const { db, practiceId } = scope
  const rows = await db('own_movements')
    .where({ practice_id: practiceId })
    .orderBy('movement')
    .select<{ entry: unknown; figures: unknown }[]>('entry', 'figures')
  return rows.map((row) => ({
    entry: fromJson(row.entry, MovementEntry),
    figures: fromJson(row.figures, OwnFigures),
  }))
}

/** Says how a practice's own movements are kept now: what was made of them is right as long as this stays. */
export async function markOfOwnMovements({ db, practiceId }: Scope): Promise<string> {
  const rows = await db('own_movements')
    .where({ practice_id: practiceId })
    .orderBy('movement')
    .select<{ movement: string; entry: string; figures: string }[]>(
      'movement',
      db.raw('md5(entry) as entry'),
      db.raw('md5(figures) as figures'),
    )
  return rows.map(({ movement, entry, figures }) => `${movement} ${entry} ${figures}`).join('\n')
}

/** When a practice's version of a movement was kept; null where it has none. */
export async function ownMovementKeptAt({ db, practiceId }: Scope, movement: string): Promise<string | null> {
  const row = await db('own_movements')
    .where({ practice_id: practiceId, movement })
    .first<{ saved_at: string } | undefined>('saved_at')
  return row?.saved_at ?? null
}

/** Keeps a practice's version of a movement; saving again replaces it. */
export async function saveOwnMovement(
  { db, practiceId, accountId }: Acting,
  { entry, figures }: OwnMovement,
): Promise<void> {
  await db('own_movements')
    .insert({
      practice_id: practiceId,
      movement: entry.id,
      entry: JSON.stringify(entry),
      figures: JSON.stringify(figures),
      saved_by: accountId,
      saved_at: db.fn.now(),
    })
    .onConflict(['practice_id', 'movement'])
    .merge()
}

/** Takes a practice's version away: the shipped movement is there again. @throws {NotFound} when there is none */
export async function removeOwnMovement(scope: Scope, movement: string): Promise<void> {
  const { db, practiceId } = scope
  const removed = await db('own_movements').where({ practice_id: practiceId, movement }).delete()
  if (removed === 0) throw new NotFound('There is no version of your own of this movement.')
}
