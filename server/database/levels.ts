import type { PersonLevel } from '../../core/offer/person'
import type { Scope } from './rows'
import { bumpVersions } from './standings'

/** Sets levels of one person that were accepted together. */
export async function setLevels(scope: Scope, participantId: string, levels: readonly PersonLevel[]): Promise<void> {
  const { db, practiceId } = scope
  if (levels.length === 0) return
  await db('levels')
    .insert(levels.map((level) => ({ practice_id: practiceId, participant_id: participantId, ...level })))
    .onConflict(['participant_id', 'movement', 'tier', 'side'])
    .merge(['level'])
  await bumpVersions(scope, [participantId])
}

/** The levels of everybody of a practice on one movement's ladders. */
export async function levelsOn(scope: Scope, movement: string): Promise<(PersonLevel & { participant: string })[]> {
  const { db, practiceId } = scope
  const rows = await db('levels')
    .where({ practice_id: practiceId, movement })
    .orderBy(['tier', 'participant_id', 'side'])
  return rows.map(({ participant_id, movement, tier, side, level }) => ({
    participant: participant_id,
    movement,
    tier,
    side,
    level,
  }))
}

/** The mean level of people in their home tier, rounded; nobody without a level is in it. */
export async function usualLevelsOf(scope: Scope, participants: readonly string[]): Promise<Record<string, number>> {
  const { db, practiceId } = scope
  const rows = await db('levels as l')
    .join('participants as p', 'p.id', 'l.participant_id')
    .where('l.practice_id', practiceId)
    .whereIn('l.participant_id', participants)
    .whereRaw('l.tier = p.home_tier')
    .groupBy('l.participant_id')
    .select('l.participant_id')
    .avg('l.level as level')
  return Object.fromEntries(rows.map((row) => [row.participant_id, Math.round(Number(row.level))]))
}
