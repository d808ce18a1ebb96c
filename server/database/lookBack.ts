import { entryOf } from '../../core/entries'
import { Plan } from '../../core/plan/plan'
import type { Acted, Attended } from '../../core/reflect/lookBack'
import { standingChanges, type StandingChange } from './ledger'
import { fromJson, groupedBy, sqlTimeOf, type Scope } from './rows'

/** Meetings of a window as each of these people had them, oldest first; one counts from somebody's first arrival on. */
export async function attendedBy(
  scope: Scope,
  participants: readonly string[],
  { since, until }: { since: string; until: string },
): Promise<Map<string, Attended[]>> {
  const { db, practiceId } = scope
  const [arrivals, meetings] = await Promise.all([
    db('arrivals as a')
      .join('meetings as m', 'm.id', 'a.meeting_id')
      .where('a.practice_id', practiceId)
      .whereIn('a.participant_id', participants)
      .whereBetween('m.starts_at', [sqlTimeOf(since), sqlTimeOf(until)])
      .orderBy('m.starts_at')
      .select<{ participant_id: string; meeting_id: string; starts_at: string; came: number; pain: number | null }[]>(
        'a.participant_id',
        'a.meeting_id',
        'm.starts_at',
        'a.came',
        'a.pain',
      ),
    db('meetings as m')
      .where('m.practice_id', practiceId)
      .whereBetween('m.starts_at', [sqlTimeOf(since), sqlTimeOf(until)])
      .whereExists(
        db('arrivals as a')
          .whereRaw('a.meeting_id = m.id')
          .whereIn('a.participant_id', participants)
          .select('a.meeting_id'),
      )
      .select<{ id: string; plan: unknown }[]>('m.id', 'm.plan'),
  ])
  const plans = new Map(meetings.map((row) => [row.id, fromJson(row.plan, Plan)]))
  return new Map(
    [...groupedBy(arrivals, 'participant_id')].map(([participant, rows]) => [
      participant,
      rows.map((row) => ({
        meetingId: row.meeting_id,
        date: row.starts_at.slice(0, 10),
        came: Boolean(row.came),
        pain: row.pain,
        plan: entryOf(plans, row.meeting_id),
      })),
    ]),
  )
}

/** Levels and dials that leads changed since a moment, and that still stand. */
export async function actedSince(scope: Scope, participants: readonly string[], since: string): Promise<Acted[]> {
  const changes = await standingChanges(scope, participants, since)
  return changes.map(({ proposed, ...change }) => ({ ...change, way: wayOf({ ...change, proposed }) }))
}

/** A level tells by itself; a dial went the way that was proposed. */
function wayOf({ fromLevel, toLevel, proposed }: StandingChange): Acted['way'] {
  if (fromLevel !== toLevel) return toLevel > fromLevel ? 'up' : 'eased'
  return proposed === 'step-up' ? 'up' : 'eased'
}
