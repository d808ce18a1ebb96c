import type { StoredHomePractice } from '../../core/contract/homePractice'
import { HomePractice, type HomeTicks, type HowAtHome } from '../../core/reflect/homePractice'
import { homeDoneOf, type StoredDone } from './homeHandouts'
import { fromJson, groupedBy, isoOf, requireOwn, type Acting, type Scope } from './rows'

/** What somebody does at home, with what they ticked; null: nothing yet. */
export async function homePracticeOf(scope: Scope, participantId: string): Promise<StoredHomePractice | null> {
  const { db, practiceId } = scope
  const [row, done, ticks] = await Promise.all([
    db('home_practices').where({ practice_id: practiceId, participant_id: participantId }).first(),
    homeDoneOf(scope, [participantId], ''),
    db('home_ticks')
      .where({ practice_id: practiceId, participant_id: participantId })
      .orderBy(['movement', 'day'])
      .select<TickRow[]>('movement', 'day', 'how'),
  ])
  if (!row) return null
  const told = { ...ticksIn(ticks), said: saidIn(done.get(participantId) ?? []) }
  return { practice: fromJson(row.practice, HomePractice), madeAt: isoOf(row.made_at), ...told }
}

interface TickRow {
  movement: string
  day: string
  how: HowAtHome | null
}

function ticksIn(rows: readonly TickRow[]): Omit<HomeTicks, 'said'> {
  const own = [...groupedBy([...rows], 'movement')]
  return {
    ticks: Object.fromEntries(own.map(([movement, days]) => [movement, days.map(({ day }) => day)])),
    how: Object.fromEntries(
      own.flatMap(([movement, days]) => {
        const said = days.flatMap(({ day, how }) => (how ? [[day, how] as const] : []))
        return said.length > 0 ? [[movement, Object.fromEntries(said)]] : []
      }),
    ),
  }
}

/** The highest numbers of each day. */
function saidIn(done: readonly StoredDone[]): HomeTicks['said'] {
  const said: HomeTicks['said'] = {}
  const higher = (a: number | null, b: number | null) => (a === null ? b : Math.max(a, b ?? a))
  for (const { movement, at, effort, pain, sharp } of done) {
    const days = (said[movement] ??= {})
    const day = at.slice(0, 10)
    const known = days[day] ?? { effort: null, pain: null, sharp: false }
    days[day] = { effort: higher(effort, known.effort), pain: higher(pain, known.pain), sharp: sharp || known.sharp }
  }
  return said
}

/** What these people do at home and ticked since a day, by participant. */
export async function homePracticesOf(
  scope: Scope,
  participants: readonly string[],
  since: string,
): Promise<Map<string, Omit<StoredHomePractice, 'madeAt'>>> {
  const { db, practiceId } = scope
  const [done, rows, ticks] = await Promise.all([
    homeDoneOf(scope, participants, since),
    db('home_practices').where({ practice_id: practiceId }).whereIn('participant_id', participants),
    db('home_ticks')
      .where({ practice_id: practiceId })
      .whereIn('participant_id', participants)
      .where('day', '>=', since.slice(0, 10))
      .orderBy('day')
      .select<(TickRow & { participant_id: string })[]>('participant_id', 'movement', 'day', 'how'),
  ])
  const own = groupedBy(ticks, 'participant_id')
  return new Map(
    rows.map((row) => [
      row.participant_id,
      {
        practice: fromJson(row.practice, HomePractice),
        ...ticksIn(own.get(row.participant_id) ?? []),
        said: saidIn(done.get(row.participant_id) ?? []),
      },
    ]),
  )
}

/** Keeps what somebody does at home; saving again replaces it. */
export async function saveHomePractice(scope: Acting, participantId: string, practice: HomePractice): Promise<void> {
  const { db, practiceId, accountId } = scope
  await requireOwn(scope, 'participants', participantId)
  await db('home_practices')
    .insert({
      practice_id: practiceId,
      participant_id: participantId,
      practice: JSON.stringify(practice),
      made_by: accountId,
      made_at: db.fn.now(),
    })
    .onConflict('participant_id')
    .merge(['practice', 'made_by', 'made_at'])
}

/** Ticks a day, with how it was, or takes the tick back; ticking twice is one. */
export async function tickHome(
  scope: Scope,
  participantId: string,
  { movement, day, done, how }: { movement: string; day: string; done: boolean; how: HowAtHome | null },
): Promise<void> {
  const { db, practiceId } = scope
  await requireOwn(scope, 'participants', participantId)
  const key = { practice_id: practiceId, participant_id: participantId, movement, day }
  if (done)
    await db('home_ticks')
      .insert({ ...key, how })
      .onConflict(['participant_id', 'movement', 'day'])
      .merge(['how'])
  else await db('home_ticks').where(key).delete()
}

/** The days on which something hurt these people at home, oldest first. */
export async function hurtAtHome(
  { db, practiceId }: Scope,
  participants: readonly string[],
  { since, until }: { since: string; until: string },
): Promise<{ participant: string; movement: string; day: string }[]> {
  const rows = await db('home_ticks')
    .where({ practice_id: practiceId, how: 'hurt' })
    .whereIn('participant_id', participants)
    .whereBetween('day', [since.slice(0, 10), until.slice(0, 10)])
    .orderBy('day')
    .select<{ participant_id: string; movement: string; day: string }[]>('participant_id', 'movement', 'day')
  return rows.map(({ participant_id: participant, movement, day }) => ({ participant, movement, day }))
}
