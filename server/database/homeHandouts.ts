import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { FACES } from '../../core/home/homeDay'
import type { HomeDone, NextDay } from '../../core/home/homeReport'
import { HomePractice } from '../../core/reflect/homePractice'
import { fromJson, isoOf, NotFound, requireOwn, type Acting, type Database, type Scope } from './rows'
import { hold } from './transaction'

/** One thing taken home: what it holds, and its number in the practice. */
export interface StoredHandout {
  participant: string
  number: number
  /** ISO day. */
  madeOn: string
  practice: HomePractice
}

interface HandoutRow {
  participant_id: string
  number: number
  practice: unknown
  made_on: string
}
const handoutOf = (row: HandoutRow): StoredHandout => ({
  participant: row.participant_id,
  number: Number(row.number),
  madeOn: row.made_on.slice(0, 10),
  practice: fromJson(row.practice, HomePractice),
})

/**
 * Gives what somebody takes home a number of its own; the same once more on the same day keeps its number. In a
 * transaction.
 */
export async function addHandout(
  scope: Acting,
  participantId: string,
  practice: HomePractice,
  madeOn: string,
): Promise<void> {
  const { db, practiceId, accountId } = scope
  const text = JSON.stringify(practice)
  const [newest] = await handoutsOf(scope, participantId)
  if (newest?.madeOn === madeOn && JSON.stringify(newest.practice) === text) return
  // Numbers are given one after the other: whoever comes second waits for the first.
  await hold(db, 'practices', { id: practiceId })
  const last = await db('home_handouts')
    .where({ practice_id: practiceId })
    .max<{ last: number | null }[]>('number as last')
    // What stands there now, also where this transaction has read before.
    .forUpdate()
  await db('home_handouts').insert({
    ...{ practice_id: practiceId, participant_id: participantId, number: Number(last[0]?.last ?? 0) + 1 },
    ...{ practice: text, made_on: madeOn, made_by: accountId },
  })
}

/** All that somebody has taken home, the newest first. */
export async function handoutsOf({ db, practiceId }: Scope, participantId: string): Promise<StoredHandout[]> {
  const rows = await db('home_handouts')
    .where({ practice_id: practiceId, participant_id: participantId })
    .orderBy('number', 'desc')
    .select<HandoutRow[]>('participant_id', 'number', 'practice', 'made_on')
  return rows.map(handoutOf)
}

/** The newest of what these people have taken home, by participant. */
export async function newestHandouts(
  { db, practiceId }: Scope,
  participants: readonly string[],
): Promise<Map<string, StoredHandout>> {
  const rows = await db('home_handouts')
    .where({ practice_id: practiceId })
    .whereIn('participant_id', participants)
    .orderBy('number')
    .select<HandoutRow[]>('participant_id', 'number', 'practice', 'made_on')
  return new Map(rows.map((row) => [row.participant_id, handoutOf(row)]))
}

/** A handout by its number; null: the practice has made none with it. */
export async function handoutBy({ db, practiceId }: Scope, number: number): Promise<StoredHandout | null> {
  const row = await db('home_handouts').where({ practice_id: practiceId, number }).first<HandoutRow | undefined>()
  return row ? handoutOf(row) : null
}

/** What was done with a handout, by the movement's id. */
export type StoredDone = Omit<HomeDone, 'movement'> & { movement: string }

/** Keeps what was done; what is there already stays as it is. */
export async function addHomeDone(
  { db, practiceId }: Scope,
  { participant, number }: StoredHandout,
  done: readonly StoredDone[],
  cameBy: 'file' | 'picture' | 'link',
): Promise<void> {
  if (done.length === 0) return
  await db('home_done')
    .insert(
      done.map(({ at, ...one }) => ({
        ...{ practice_id: practiceId, participant_id: participant, number, done_at: at, came_by: cameBy },
        ...one,
      })),
    )
    .onConflict(['participant_id', 'number', 'movement', 'done_at'])
    .ignore()
}

/** What these people have done at home since a day, as far as it came back whole, oldest first. */
export async function homeDoneOf(
  { db, practiceId }: Scope,
  participants: readonly string[],
  since: string,
): Promise<Map<string, StoredDone[]>> {
  const rows = await db('home_done')
    .where({ practice_id: practiceId })
    .whereIn('participant_id', participants)
    .where('done_at', '>=', since.slice(0, 10))
    .orderBy(['done_at', 'movement'])
  const known = new Map<string, StoredDone[]>()
  for (const row of rows) {
    const own = known.get(row.participant_id) ?? []
    known.set(row.participant_id, own)
    own.push({
      ...{ movement: row.movement, at: row.done_at, stopped: Boolean(row.stopped), sharp: Boolean(row.sharp) },
      ...{
        face: FACES.find((face) => face === row.face) ?? 'right',
        effort: row.effort,
        pain: row.pain,
        word: row.word,
      },
    })
  }
  return known
}

/** Keeps how the day after was; a later answer replaces an earlier one. */
export async function addHomeAfter(
  { db, practiceId }: Scope,
  participantId: string,
  after: Readonly<Record<string, NextDay>>,
): Promise<void> {
  const rows = Object.entries(after).map(([day, answer]) => ({
    ...{ practice_id: practiceId, participant_id: participantId, day, answer },
  }))
  if (rows.length > 0) await db('home_after').insert(rows).onConflict(['participant_id', 'day']).merge(['answer'])
}

/** How the days after were at home for these people since a day, oldest first. */
export async function homeAfterOf(
  { db, practiceId }: Scope,
  participants: readonly string[],
  since: string,
): Promise<{ participant: string; day: string; answer: NextDay }[]> {
  const rows = await db('home_after')
    .where({ practice_id: practiceId })
    .whereIn('participant_id', participants)
    .where('day', '>=', since.slice(0, 10))
    .orderBy('day')
    .select<{ participant_id: string; day: string; answer: NextDay }[]>('participant_id', 'day', 'answer')
  return rows.map(({ participant_id: participant, day, answer }) => ({ participant, day: day.slice(0, 10), answer }))
}

const hashed = (token: string): string => createHash('sha256').update(token).digest('hex')

/** A link by which somebody's practice is opened and comes back; who has it opens that and nothing else. */
export interface HomeLink {
  madeAt: string
  usedAt: string | null
}

/** Makes somebody's link, and ends the one before; what it carries is not to be had again. */
export async function makeHomeLink(scope: Acting, participantId: string, now = new Date()): Promise<string> {
  const { db, practiceId, accountId } = scope
  await requireOwn(scope, 'participants', participantId)
  await endHomeLink(scope, participantId, now)
  const token = randomBytes(32).toString('base64url')
  await db('home_links').insert({
    ...{ id: randomUUID(), practice_id: practiceId, participant_id: participantId, token_hash: hashed(token) },
    ...{ made_at: now, made_by: accountId },
  })
  return token
}

/** Ends somebody's link at once; where there is none nothing happens. */
export async function endHomeLink({ db, practiceId }: Scope, participantId: string, now = new Date()): Promise<void> {
  await db('home_links')
    .where({ practice_id: practiceId, participant_id: participantId, ended_at: null })
    .update({ ended_at: now })
}

/** The link that somebody has; null: none. */
export async function homeLinkOf({ db, practiceId }: Scope, participantId: string): Promise<HomeLink | null> {
  const row = await db('home_links')
    .where({ practice_id: practiceId, participant_id: participantId, ended_at: null })
    .first('made_at', 'used_at')
  return row ? { madeAt: isoOf(row.made_at), usedAt: row.used_at === null ? null : isoOf(row.used_at) } : null
}

/** Whether this is what opens somebody's practice now; looking so is no use of it. */
export async function isLinkOf({ db, practiceId }: Scope, participantId: string, token: string): Promise<boolean> {
  const of = { practice_id: practiceId, participant_id: participantId, token_hash: hashed(token), ended_at: null }
  return (await db('home_links').where(of).first()) !== undefined
}

/**
 * Whose link a token is.
 *
 * @throws {NotFound} where it is none, or was ended
 */
export async function openHomeLink(
  db: Database,
  token: string,
  now = new Date(),
): Promise<{ practiceId: string; participantId: string; madeBy: string | null }> {
  const row = await db('home_links as l')
    .join('practices as p', 'p.id', 'l.practice_id')
    .where({ 'l.token_hash': hashed(token), 'l.ended_at': null, 'p.state': 'open' })
    .first('l.*')
  if (!row) throw new NotFound('This link was ended, or is none. Ask whoever gave it to you for a new one.')
  await db('home_links').where({ id: row.id }).update({ used_at: now })
  return { practiceId: row.practice_id, participantId: row.participant_id, madeBy: row.made_by }
}
