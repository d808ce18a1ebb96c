import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { addMinutes, max } from 'date-fns'
import type { BodyOf } from '../../core/contract/route'
import type { makeScreenPass as makePass, ScreenPass } from '../../core/contract/watch'
import { printedCode, typedCode } from '../session/printedCode'
import { classHoursOf } from './classHours'
import { isoOf, NotFound, type Acting, type Database, type Scope } from './rows'

/** 10 of 31 letters are 49 bits, tried at most sixty times an hour from one place. */
const LETTERS = 10
/** A screen shows the end of a class for so long. */
const AFTER_MINUTES = 30
/** No room and no circle by video has more screens. */
const SCREENS_AT_MOST = 60

/** A screen that came in by a code. */
export interface OpenScreen {
  id: string
  passId: string
  practiceId: string
  meetingId: string
  withNames: boolean
  /** Whose own lane alone it shows; null: the room. */
  own: string | null
  endsAt: Date
}

interface PassRow {
  id: string
  practice_id: string
  meeting_id: string
  with_names: number
  participant_id: string | null
  for_name: string | null
  made_at: string
  made_by_name: string | null
  screens: number
}

const hashed = (text: string): string => createHash('sha256').update(text).digest('hex')

/** Makes a way in to a meeting, for screens that only look; its code is not to be had again. */
export async function makeScreenPass(
  acting: Acting,
  meetingId: string,
  { withNames, participant }: BodyOf<typeof makePass>,
  now = new Date(),
): Promise<{ code: string; pass: ScreenPass }> {
  const { db, practiceId, accountId } = acting
  const [id, code] = [randomUUID(), printedCode(LETTERS)]
  await db('screen_passes').insert({
    ...{ id, practice_id: practiceId, meeting_id: meetingId, code_hash: hashed(typedCode(code)) },
    ...{ with_names: withNames && participant === null, participant_id: participant },
    ...{ made_by: accountId, made_at: now },
  })
  const pass = (await screenPassesOf(acting, meetingId, now)).find((one) => one.id === id)
  if (!pass) throw new NotFound('This meeting is over.')
  return { code: code.toUpperCase(), pass }
}

/** Ways in that stand for a meeting, the newest first; none where it is over. */
export async function screenPassesOf(scope: Scope, meetingId: string, now = new Date()): Promise<ScreenPass[]> {
  const { db, practiceId } = scope
  const endsAt = await endOf(db, { practiceId, meetingId }, now)
  if (endsAt <= now) return []
  const rows = await db('screen_passes as p')
    .leftJoin('accounts as a', 'a.id', 'p.made_by')
    .leftJoin('participants as o', 'o.id', 'p.participant_id')
    .where({ 'p.practice_id': practiceId, 'p.meeting_id': meetingId, 'p.ended_at': null })
    .orderBy('p.made_at', 'desc')
    .select<PassRow[]>(
      'p.*',
      'a.name as made_by_name',
      'o.name as for_name',
      db.raw('(select count(*) from screens s where s.pass_id = p.id) as screens'),
    )
  return rows.map((row) => ({
    id: row.id,
    withNames: Boolean(row.with_names),
    madeBy: row.made_by_name ?? 'somebody who has left',
    madeAt: isoOf(row.made_at),
    endsAt: endsAt.toISOString(),
    forName: row.for_name,
    screens: Number(row.screens),
  }))
}

/**
 * Ends a way in, with all screens that came in by it.
 *
 * @returns the ids of those screens
 * @throws {NotFound} where the meeting has no such one
 */
export async function endScreenPass({ db, practiceId }: Scope, meetingId: string, id: string): Promise<string[]> {
  const key = { id, practice_id: practiceId, meeting_id: meetingId }
  if (
    (await db('screen_passes')
      .where({ ...key, ended_at: null })
      .update({ ended_at: new Date() })) === 0
  )
    throw new NotFound('This way in has ended already.')
  return (await db('screens').where({ pass_id: id }).select<{ id: string }[]>('id')).map((row) => row.id)
}

/**
 * A screen comes in by a code.
 *
 * @returns what it carries from now on; null: the code opens nothing
 */
export async function openScreen(db: Database, code: string, now = new Date()): Promise<string | null> {
  const row = await db('screen_passes as p')
    .join('practices as o', 'o.id', 'p.practice_id')
    .where({ 'p.code_hash': hashed(typedCode(code)), 'p.ended_at': null, 'o.state': 'open' })
    .first<PassRow | undefined>('p.*')
  if (!row) return null
  if ((await endOf(db, { practiceId: row.practice_id, meetingId: row.meeting_id }, now)) <= now) return null
  const counted = await db('screens').where({ pass_id: row.id }).count<{ screens: number }[]>('* as screens').first()
  if (Number(counted?.screens ?? 0) >= SCREENS_AT_MOST) return null
  const carried = randomBytes(32).toString('base64url')
  await db('screens').insert({ id: randomUUID(), token_hash: hashed(carried), pass_id: row.id, made_at: now })
  return carried
}

/** The screen that carries something; null: there is none, or its class is over, or somebody ended it. */
export async function screenOf(db: Database, carried: string, now = new Date()): Promise<OpenScreen | null> {
  return screenBy(db, { 's.token_hash': hashed(carried) }, now)
}

/** Whether a screen may still look. */
export async function isScreenOpen(db: Database, id: string, now = new Date()): Promise<boolean> {
  return (await screenBy(db, { 's.id': id }, now)) !== null
}

async function screenBy(db: Database, by: Record<string, string>, now: Date): Promise<OpenScreen | null> {
  const row = await db('screens as s')
    .join('screen_passes as p', 'p.id', 's.pass_id')
    .join('practices as o', 'o.id', 'p.practice_id')
    .where({ ...by, 'p.ended_at': null, 'o.state': 'open' })
    .first<(PassRow & { screen_id: string }) | undefined>('p.*', 's.id as screen_id')
  if (!row) return null
  const own = { practiceId: row.practice_id, meetingId: row.meeting_id }
  const endsAt = await endOf(db, own, now)
  if (endsAt <= now) return null
  return {
    id: row.screen_id,
    passId: row.id,
    ...own,
    withNames: Boolean(row.with_names),
    own: row.participant_id,
    endsAt,
  }
}

/** The screen goes by itself. */
export async function closeScreen(db: Database, id: string): Promise<void> {
  await db('screens').where({ id }).delete()
}

async function endOf(db: Database, of: { practiceId: string; meetingId: string }, now: Date): Promise<Date> {
  const hours = await classHoursOf(db, of, now)
  if (!hours) return new Date(0)
  const { startsAt, begunAt, minutes } = hours
  return addMinutes(max([startsAt, begunAt ?? startsAt]), minutes + AFTER_MINUTES)
}
