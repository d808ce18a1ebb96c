import { z } from 'zod'
import { Goal, GoalStep, type GoalFields, type GoalSaid } from '../../core/goal/goal'
import { fromJson, groupedBy, NotFound, OlderVersion, TakenElsewhere, type Acting, type Scope } from './rows'
import { inTransaction } from './transaction'

interface GoalRow {
  id: string
  participant_id: string
  words: string
  task: string | null
  side: Goal['side']
  importance: number
  start: string | null
  target: string | null
  steps: unknown
  since: string
  by_day: string | null
  state: Goal['state']
  closed_on: string | null
  version: number
}

interface SaidRow {
  id: string
  goal_id: string
  step: number
  said_on: string
  note: string
}

/** What these people come for, oldest first, by participant. */
export async function goalsOf(
  { db, practiceId }: Scope,
  participants: readonly string[],
): Promise<Map<string, Goal[]>> {
  if (participants.length === 0) return new Map()
  const [rows, said] = await Promise.all([
    db('goals')
      .where({ practice_id: practiceId })
      .whereIn('participant_id', participants)
      .orderBy(['since', 'id'])
      .select<GoalRow[]>('*'),
    db('goal_said')
      .where({ practice_id: practiceId })
      .whereIn('participant_id', participants)
      .orderBy(['said_on', 'id'])
      .select<SaidRow[]>('*'),
  ])
  const saidOf = groupedBy(said, 'goal_id')
  return new Map(
    [...groupedBy(rows, 'participant_id')].map(([participant, own]) => [
      participant,
      own.map((row) => goalOf(row, saidOf.get(row.id) ?? [])),
    ]),
  )
}

const Steps = z.array(z.string())

function goalOf(row: GoalRow, said: readonly SaidRow[]): Goal {
  return {
    id: row.id,
    words: row.words,
    task: row.task,
    side: row.side,
    importance: row.importance,
    start: row.start === null ? null : Number(row.start),
    target: row.target === null ? null : Number(row.target),
    steps: fromJson(row.steps, Steps),
    since: row.since,
    by: row.by_day,
    state: row.state,
    closedOn: row.closed_on,
    version: row.version,
    said: said.map(({ id, step, said_on: on, note }) => ({ id, step: GoalStep.parse(step), on, note })),
  }
}

function columnsOf(fields: GoalFields) {
  const { words, task, side, importance, start, target, since, state } = fields
  return {
    ...{ words, task, side, importance, start, target, since, state },
    steps: JSON.stringify(fields.steps),
    by_day: fields.by,
  }
}

/**
 * Writes a goal down; the same one twice is one.
 *
 * @throws {TakenElsewhere} where its id is another's
 */
export async function addGoal(
  { db, practiceId, accountId }: Acting,
  participantId: string,
  { id, ...fields }: GoalFields & { id: string },
): Promise<void> {
  const own = { id, practice_id: practiceId, participant_id: participantId }
  await db('goals')
    .insert({ ...own, ...columnsOf(fields), version: 1, agreed_by: accountId })
    .onConflict('id')
    .merge(['id'])
  if (!(await db('goals').where(own).first('id'))) throw new TakenElsewhere()
}

/**
 * Saves a goal on top of the version it was read at. One that is closed now bears the day.
 *
 * @param today ISO day
 *
 * @throws {NotFound} where the person has no such goal
 * @throws {OlderVersion} with what is stored now
 */
export async function saveGoal(
  acting: Scope,
  { participantId, id }: { participantId: string; id: string },
  { version, ...fields }: GoalFields & { version: number },
  today: string,
): Promise<void> {
  await inTransaction(acting.db, async (trx) => {
    const changed = await trx('goals')
      .where({ id, practice_id: acting.practiceId, participant_id: participantId, version })
      .update({
        ...columnsOf(fields),
        closed_on: fields.state === 'open' ? null : trx.raw('coalesce(closed_on, ?)', [today]),
        version: version + 1,
      })
    if (changed > 0) return
    throw new OlderVersion(await goalById({ ...acting, db: trx }, participantId, id))
  })
}

/** @throws {NotFound} where the person has no such goal */
export async function goalById(scope: Scope, participantId: string, id: string): Promise<Goal> {
  const goal = (await goalsOf(scope, [participantId])).get(participantId)?.find((one) => one.id === id)
  if (!goal) throw new NotFound('There is no such goal.')
  return goal
}

/**
 * Keeps how far a goal is, as it was said; the same twice is one.
 *
 * @throws {NotFound} where the person has no such goal
 * @throws {TakenElsewhere} where its id is another's
 */
export async function sayGoal(
  acting: Acting,
  { participantId, goalId }: { participantId: string; goalId: string },
  { id, step, on, note }: GoalSaid,
): Promise<void> {
  const { db, practiceId, accountId } = acting
  await goalById(acting, participantId, goalId)
  const own = { id, practice_id: practiceId, participant_id: participantId, goal_id: goalId }
  await db('goal_said')
    .insert({ ...own, step, said_on: on, note, said_by: accountId })
    .onConflict('id')
    .merge(['id'])
  if (!(await db('goal_said').where(own).first('id'))) throw new TakenElsewhere()
}

/** Takes back what was said of a goal; taken back already is no mistake. */
export async function unsayGoal(
  { db, practiceId }: Scope,
  { participantId, goalId, saidId }: { participantId: string; goalId: string; saidId: string },
): Promise<void> {
  await db('goal_said')
    .where({ id: saidId, practice_id: practiceId, participant_id: participantId, goal_id: goalId })
    .delete()
}
