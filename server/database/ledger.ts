import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import { z } from 'zod'
import { Level, Tier } from '../../core/catalogue/words'
import { Access, DialSetting, PersonLevel } from '../../core/offer/person'
import type { Participant } from '../../core/offer/participant'
import { DecisionKind } from '../../core/reflect/decide'
import { Evidence } from '../../core/reflect/evidence'
import { DialTurn } from '../../core/reflect/turn'
import { settled } from '../../core/reflect/settle'
import { requireOwn } from './circles'
import { participantById } from './people'
import { fromJson, isoOf, NotFound, sqlTimeOf, type Database } from './rows'

/** A decision that was answered: what was proposed, what was decided, on which evidence. */
export const LedgerAnswer = z.object({
  participant: z.uuid(),
  movement: z.string().min(1).max(60),
  tier: Tier,
  proposed: DecisionKind,
  fromLevel: Level,
  toLevel: Level,
  /** The dial that is turned; null: the level, or nothing. */
  turn: DialTurn.nullable().default(null),
  /** Left out from now on, until a lead has looked. */
  leaveOut: z.boolean().default(false),
  answer: z.enum(['accepted', 'changed', 'refused']),
  because: z.string().max(600),
  reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
  evidence: z.array(Evidence).max(40).default([]),
})
export type LedgerAnswer = z.infer<typeof LedgerAnswer>

/** Where somebody stood before a change: what a walk back restores. */
const Before = z.object({
  levels: z.array(PersonLevel).optional(),
  dials: z.array(DialSetting).optional(),
  isLeftOut: z.boolean().optional(),
  homeTier: Tier.optional(),
  visiting: Tier.nullable().optional(),
  access: z.record(Tier, Access).optional(),
})
type Before = z.infer<typeof Before>

interface LedgerRow {
  id: string
  participant_id: string
  meeting_id: string | null
  kind: LedgerEntry['kind']
  movement: string
  tier: Tier
  proposed: string
  from_level: number
  to_level: number
  words: string
  answer: LedgerEntry['answer']
  because: string
  reason: string
  evidence: unknown
  before: unknown
  decided_at: string
  decided_by_name: string | null
  undoes: string | null
}

export interface LedgerEntry {
  id: string
  participant: string
  meetingId: string | null
  kind: 'level' | 'dial' | 'tier'
  /** Empty for a tier. */
  movement: string
  tier: Tier
  proposed: string
  fromLevel: number
  toLevel: number
  /** What changed, where it is not a level. */
  words: string
  answer: 'accepted' | 'changed' | 'refused' | 'by-hand' | 'walked-back'
  because: string
  reason: string
  evidence: Evidence[]
  /** Where they stood before it; null: written before that was kept. */
  before: Before | null
  decidedBy: string
  /** ISO 8601 in UTC. */
  decidedAt: string
  /** The entry that this one takes back; null: none. */
  undoes: string | null
  /** Whether a later entry has taken this one back. */
  isUndone: boolean
}

/** What the ledger holds of a meeting, or of a person over all meetings, newest first. */
export async function ledgerOf(
  db: Database,
  practiceId: string,
  of: { meetingId: string } | { participantId: string } | { since: string },
): Promise<LedgerEntry[]> {
  const rows = await db('ledger as l')
    .leftJoin('accounts as a', 'a.id', 'l.decided_by')
    .where('l.practice_id', practiceId)
    .modify((query: Knex.QueryBuilder) => {
      if ('meetingId' in of) query.where('l.meeting_id', of.meetingId)
      else if ('participantId' in of) query.where('l.participant_id', of.participantId)
      else query.where('l.decided_at', '>=', of.since)
    })
    .orderBy([{ column: 'l.decided_at', order: 'desc' }, { column: 'l.sequence', order: 'desc' }, 'l.movement'])
    .select<LedgerRow[]>('l.*', 'a.name as decided_by_name')
  const undone = new Set(rows.map((row) => row.undoes))
  return rows.map((row) => ({
    id: row.id,
    participant: row.participant_id,
    meetingId: row.meeting_id,
    kind: row.kind,
    movement: row.movement,
    tier: row.tier,
    proposed: row.proposed,
    fromLevel: row.from_level,
    toLevel: row.to_level,
    words: row.words,
    answer: row.answer,
    because: row.because,
    reason: row.reason,
    evidence: row.evidence === null ? [] : fromJson<Evidence[]>(row.evidence),
    before: row.before === null ? null : Before.parse(fromJson(row.before)),
    decidedBy: row.decided_by_name ?? 'somebody who has left',
    decidedAt: isoOf(row.decided_at),
    undoes: row.undoes,
    isUndone: undone.has(row.id),
  }))
}

/**
 * Writes decisions and makes them next week's levels and dials, in one transaction; deciding again replaces the answer.
 *
 * @param decidedAt ISO 8601; left out: now
 */
export async function settleDecisions(
  db: Database,
  practiceId: string,
  meetingId: string,
  answers: LedgerAnswer[],
  decidedBy: string | null,
  decidedAt?: string,
): Promise<void> {
  await db.transaction(async (trx) => {
    await requireOwn(trx, 'meetings', practiceId, meetingId, 'meeting')
    const { starts_at: startsAt } = await trx('meetings')
      .where({ id: meetingId })
      .first<{ starts_at: string }>('starts_at')
    for (const answer of answers) {
      const { participant, movement, tier } = answer
      const person = await participantById(trx, practiceId, participant)
      const earlier = await trx('ledger')
        .where({ practice_id: practiceId, meeting_id: meetingId, participant_id: participant, movement, tier })
        .first<{ before: unknown } | undefined>('before')
      const before = earlier?.before ? Before.parse(fromJson(earlier.before)) : standingOn(person, movement, tier)
      await trx('ledger')
        .insert({
          id: randomUUID(),
          practice_id: practiceId,
          participant_id: participant,
          meeting_id: meetingId,
          movement,
          tier,
          kind: answer.turn ? 'dial' : 'level',
          words: answer.turn?.words ?? '',
          proposed: answer.proposed,
          answer: answer.answer,
          from_level: answer.fromLevel,
          to_level: answer.toLevel,
          because: answer.because,
          reason: answer.reason,
          decided_by: decidedBy,
          evidence: JSON.stringify(answer.evidence),
          before: JSON.stringify(before),
          ...(decidedAt === undefined ? {} : { decided_at: sqlTimeOf(decidedAt) }),
        })
        .onConflict(['meeting_id', 'participant_id', 'movement', 'tier'])
        .merge([
          'proposed',
          'answer',
          'to_level',
          'because',
          'reason',
          'decided_by',
          'decided_at',
          'kind',
          'words',
          'evidence',
        ])
      const after = settled(
        { levels: before.levels ?? [], dials: before.dials ?? [] },
        answer,
        answer.fromLevel,
        startsAt.slice(0, 10),
      )
      await restore(trx, practiceId, participant, movement, tier, {
        ...after,
        isLeftOut: answer.leaveOut || before.isLeftOut === true,
      })
    }
  })
}

/** Somebody as they stood before a meeting's decisions were answered: what they are proposed does not change by the answer. */
export function beforeAnswers(person: Participant, answered: readonly LedgerEntry[]): Participant {
  return answered
    .filter((entry) => entry.participant === person.id && entry.before !== null)
    .reduce((standing, { movement, tier, before }) => {
      const isOther = (row: { movement: string; tier: Tier }) => row.movement !== movement || row.tier !== tier
      return {
        ...standing,
        levels: [...standing.levels.filter(isOther), ...(before?.levels ?? [])],
        dials: [...standing.dials.filter(isOther), ...(before?.dials ?? [])],
      }
    }, person)
}

/** Questions look this far back: what nobody asked for so long is no question any more. */
const ASKED_FOR_DAYS = 56

/** What is to be asked of whom in a meeting: the last decision said that effort or form was not noted. */
export async function questionsFor(
  db: Database,
  practiceId: string,
  participants: readonly string[],
  before: string,
): Promise<{ participant: string; movement: string }[]> {
  const rows = await db('ledger as l')
    .join('meetings as m', 'm.id', 'l.meeting_id')
    .where('l.practice_id', practiceId)
    .whereIn('l.participant_id', participants)
    .where('m.starts_at', '<', sqlTimeOf(before))
    .whereRaw('m.starts_at > ? - interval ? day', [sqlTimeOf(before), ASKED_FOR_DAYS])
    .orderBy(['m.starts_at', 'l.sequence'])
    .select<{ participant_id: string; movement: string; tier: string; proposed: string }[]>(
      'l.participant_id',
      'l.movement',
      'l.tier',
      'l.proposed',
    )
  const last = new Map(rows.map((row) => [`${row.participant_id} ${row.movement} ${row.tier}`, row]))
  return [...last.values()]
    .filter((row) => row.proposed === 'ask')
    .map((row) => ({ participant: row.participant_id, movement: row.movement }))
}

/** Writes down changes that a lead made without a proposal: levels placed, tiers opened and closed, a move. */
export async function noteByHand(
  db: Database,
  practiceId: string,
  before: Participant,
  after: Participant,
  decidedBy: string | null,
  reason = '',
): Promise<void> {
  const base = {
    practice_id: practiceId,
    participant_id: after.id,
    meeting_id: null,
    proposed: 'by-hand',
    answer: 'by-hand',
    because: '',
    reason,
    decided_by: decidedBy,
  }
  const ladders = new Map(
    [...before.levels, ...after.levels].map(({ movement, tier }) => [`${movement} ${tier}`, { movement, tier }]),
  )
  for (const { movement, tier } of ladders.values()) {
    const [was, is] = [standingOn(before, movement, tier), standingOn(after, movement, tier)]
    if (JSON.stringify(was.levels) === JSON.stringify(is.levels)) continue
    const lowest = ({ levels }: Before) => Math.min(5, ...(levels ?? []).map((level) => level.level))
    const first = was.levels?.length === 0
    await db('ledger').insert({
      ...base,
      id: randomUUID(),
      movement,
      tier,
      kind: 'level',
      words: first ? 'placed' : '',
      from_level: first ? lowest(is) : lowest(was),
      to_level: lowest(is),
      before: JSON.stringify(was),
    })
    // A rung set by hand begins with its dials as the block gives them.
    await db('person_dials').where({ practice_id: practiceId, participant_id: after.id, movement, tier }).delete()
  }
  const words = tierWords(before, after)
  if (words === '') return
  await db('ledger').insert({
    ...base,
    id: randomUUID(),
    movement: '',
    tier: after.homeTier,
    kind: 'tier',
    words,
    from_level: 1,
    to_level: 1,
    before: JSON.stringify({
      homeTier: before.homeTier,
      visiting: before.visiting,
      access: before.access,
    } satisfies Before),
  })
}

/** Why an entry cannot be walked back. */
export class CannotWalkBack extends Error {
  override name = 'CannotWalkBack'
}

/**
 * Takes the newest change of a ladder, or of the tiers, back: what stood before it stands again, and the ledger says so.
 *
 * @throws {CannotWalkBack} where something was decided since, or the entry was taken back already
 * @throws {NotFound} when the person has no such entry
 */
export async function walkBack(
  db: Database,
  practiceId: string,
  participantId: string,
  entryId: string,
  decidedBy: string | null,
  reason: string,
): Promise<void> {
  await db.transaction(async (trx) => {
    const entries = await ledgerOf(trx, practiceId, { participantId })
    const entry = entries.find((other) => other.id === entryId)
    if (!entry) throw new NotFound('There is no such entry.')
    const isAlike = (other: LedgerEntry) =>
      entry.kind === 'tier'
        ? other.kind === 'tier'
        : other.kind !== 'tier' && other.movement === entry.movement && other.tier === entry.tier
    if (entry.isUndone || entry.undoes !== null) throw new CannotWalkBack('This was taken back already.')
    const standing = entries.find((other) => isAlike(other) && other.undoes === null && !other.isUndone)
    if (standing && standing.id !== entryId)
      throw new CannotWalkBack('Something was decided here since: walk that back first.')
    const row = await trx('ledger').where({ id: entryId, practice_id: practiceId }).first<{ before: unknown }>('before')
    if (!row?.before)
      throw new CannotWalkBack('This was written before changes could be walked back: set the level by hand.')
    const person = await participantById(trx, practiceId, participantId)
    const before = Before.parse(fromJson(row.before))
    const now =
      entry.kind === 'tier'
        ? { homeTier: person.homeTier, visiting: person.visiting, access: person.access }
        : standingOn(person, entry.movement, entry.tier)
    await trx('ledger').insert({
      id: randomUUID(),
      practice_id: practiceId,
      participant_id: participantId,
      meeting_id: null,
      movement: entry.movement,
      tier: entry.tier,
      kind: entry.kind,
      proposed: 'by-hand',
      answer: 'walked-back',
      from_level: entry.toLevel,
      to_level: entry.fromLevel,
      words: entry.words === '' ? '' : `taken back: ${entry.words}`.slice(0, 200),
      because: '',
      reason,
      decided_by: decidedBy,
      before: JSON.stringify(now),
      undoes: entryId,
    })
    if (entry.kind === 'tier') {
      await trx('participants')
        .where({ id: participantId, practice_id: practiceId })
        .update({
          home_tier: before.homeTier,
          visiting: before.visiting ?? null,
          visiting_since: before.visiting ? trx.raw('coalesce(visiting_since, utc_date())') : null,
          access: JSON.stringify(before.access),
          version: person.version + 1,
        })
    } else {
      await restore(trx, practiceId, participantId, entry.movement, entry.tier, before)
    }
  })
}

/** Offers a movement again that was left out; the lead's note goes into the ledger. */
export async function offerAgain(
  db: Database,
  practiceId: string,
  participantId: string,
  { movement, tier, reason }: { movement: string; tier: Tier; reason: string },
  decidedBy: string | null,
): Promise<void> {
  await db.transaction(async (trx) => {
    const person = await participantById(trx, practiceId, participantId)
    const before = standingOn(person, movement, tier)
    if (!before.isLeftOut) throw new NotFound('This is not left out.')
    const level = Math.min(5, ...(before.levels ?? []).map((own) => own.level))
    await trx('ledger').insert({
      id: randomUUID(),
      practice_id: practiceId,
      participant_id: participantId,
      meeting_id: null,
      movement,
      tier,
      kind: 'level',
      proposed: 'by-hand',
      answer: 'by-hand',
      from_level: level,
      to_level: level,
      words: 'offered again',
      because: '',
      reason,
      decided_by: decidedBy,
      before: JSON.stringify(before),
    })
    await restore(trx, practiceId, participantId, movement, tier, { ...before, isLeftOut: false })
  })
}

function standingOn(person: Participant, movement: string, tier: Tier): Before {
  const isOwn = (row: { movement: string; tier: Tier }) => row.movement === movement && row.tier === tier
  return {
    levels: person.levels.filter(isOwn),
    dials: person.dials.filter(isOwn),
    isLeftOut: person.leftOut.some(isOwn),
  }
}

async function restore(
  db: Database,
  practiceId: string,
  participantId: string,
  movement: string,
  tier: Tier,
  { levels = [], dials = [], isLeftOut = false }: Before,
): Promise<void> {
  const own = { practice_id: practiceId, participant_id: participantId, movement, tier }
  for (const table of ['levels', 'person_dials', 'left_out']) await db(table).where(own).delete()
  const of = { practice_id: practiceId, participant_id: participantId }
  if (levels.length > 0) await db('levels').insert(levels.map((level) => ({ ...of, ...level })))
  if (dials.length > 0) await db('person_dials').insert(dials.map((setting) => ({ ...of, ...setting })))
  if (isLeftOut) await db('left_out').insert(own)
}

function tierWords(before: Participant, after: Participant): string {
  const words = Tier.options
    .filter((tier) => before.access[tier] !== after.access[tier])
    .map((tier) => `${tier} tier: ${ACCESS[before.access[tier]]} → ${ACCESS[after.access[tier]]}`)
  if (before.homeTier !== after.homeTier) words.unshift(`home tier ${before.homeTier} → ${after.homeTier}`)
  if (before.visiting !== after.visiting)
    words.unshift(
      after.visiting ? `visits to the ${after.visiting} tier` : `no more visits to the ${before.visiting} tier`,
    )
  return words.join('; ').slice(0, 200)
}

const ACCESS: Record<Access, string> = { no: 'closed', 'with-help': 'with help', yes: 'open' }
