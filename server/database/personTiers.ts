import type { Participant } from '../../core/offer/participant'
import type { Scope } from './rows'

/** Since when each of these people visits another tier, ISO day; those who do not are left out. */
export async function visitingSince(scope: Scope, participants: readonly string[]): Promise<Record<string, string>> {
  const { db, practiceId } = scope
  const rows = await db('participants')
    .where({ practice_id: practiceId })
    .whereIn('id', participants)
    .whereNotNull('visiting_since')
    .select<{ id: string; visiting_since: string }[]>('id', 'visiting_since')
  return Object.fromEntries(rows.map((row) => [row.id, row.visiting_since]))
}

/** Moves somebody between tiers, or lets them visit one; a tier that is worked in is open. */
export async function moveTier(
  scope: Scope,
  person: Participant,
  { homeTier, visiting, access }: Pick<Participant, 'homeTier' | 'visiting' | 'access'>,
): Promise<void> {
  const { db, practiceId } = scope
  await db('participants')
    .where({ id: person.id, practice_id: practiceId })
    .update({
      home_tier: homeTier,
      visiting,
      visiting_since: visiting ? db.raw('utc_date()') : null,
      access: JSON.stringify(access),
      version: person.version + 1,
    })
}

/** Marks somebody as screened and keeps what is open to them by it. */
export async function setScreened(
  { db, practiceId }: Scope,
  { id }: Pick<Participant, 'id'>,
  screenedOn: string,
  access: Participant['access'],
): Promise<void> {
  await db('participants')
    .where({ id, practice_id: practiceId })
    .update({ screened_on: screenedOn, access: JSON.stringify(access) })
    .increment('version', 1)
}

/** Keeps what is open to somebody. */
export async function setAccess(
  { db, practiceId }: Scope,
  { id }: Pick<Participant, 'id'>,
  access: Participant['access'],
): Promise<void> {
  await db('participants')
    .where({ id, practice_id: practiceId })
    .update({ access: JSON.stringify(access) })
    .increment('version', 1)
}

/** Keeps what pain usually is, 0–10. */
export async function setUsualPain({ db, practiceId }: Scope, id: string, usualPain: number): Promise<void> {
  await db('participants').where({ id, practice_id: practiceId }).update({ usual_pain: usualPain })
}
