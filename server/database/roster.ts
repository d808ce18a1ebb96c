import type { Participant } from '../../core/offer/participant'
import { participantsOf } from './people'
import type { Scope } from './rows'

/**
 * People by name, a page at a time, without their levels.
 *
 * @param words every word must stand in the name
 */
export async function rosterOf(
  scope: Scope,
  { words, offset, limit }: { words: string; offset: number; limit: number },
): Promise<{ people: Participant[]; total: number }> {
  const { db, practiceId } = scope
  const wanted = () =>
    words
      .split(/\s+/)
      .filter((word) => word !== '')
      .reduce(
        (query, word) => query.where('name', 'like', `%${word.replace(/[%_\\]/g, '\\$&')}%`),
        db('participants').where({ practice_id: practiceId }).whereNull('erased_at'),
      )
  const [ids, [counted]] = await Promise.all([
    wanted().orderBy('name').offset(offset).limit(limit).select<{ id: string }[]>('id'),
    wanted().count<{ total: number }[]>('* as total'),
  ])
  return {
    people: await participantsOf(
      scope,
      ids.map(({ id }) => id),
      { withLevels: false },
    ),
    total: Number(counted?.total ?? 0),
  }
}
