import { formatISO } from 'date-fns'
import type { Goal, GoalFields, GoalSaid } from '../../core/goal/goal'
import { wrongAim } from '../../core/goal/goalSteps'
import { testOf } from '../../core/goal/attainment'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import * as stored from '../database/goals'
import { noteHealth } from '../database/healthLog'
import { participantById } from '../database/people'
import type { Acting, Scope } from '../database/rows'
import { notValid } from '../http/refuse'

/** What somebody comes for, oldest first. */
export async function goalsOf(scope: Scope, participantId: string): Promise<Goal[]> {
  const { id } = await participantById(scope, participantId)
  return (await stored.goalsOf(scope, [id])).get(id) ?? []
}

/** Writes a goal down. */
export async function addGoal(
  acting: Acting,
  participantId: string,
  goal: GoalFields & { id: string },
): Promise<Goal[]> {
  const { id } = await participantById(acting, participantId)
  await requireAim(acting, goal)
  await stored.addGoal(acting, id, goal)
  await noteHealth(acting, { person: id }, 'changed the person')
  return goalsOf(acting, id)
}

/** Saves a goal on top of the version it was read at. */
export async function saveGoal(
  acting: Acting,
  of: { participantId: string; goalId: string },
  goal: GoalFields & { version: number },
): Promise<Goal[]> {
  const { id } = await participantById(acting, of.participantId)
  await requireAim(acting, goal)
  const today = formatISO(new Date(), { representation: 'date' })
  await stored.saveGoal(acting, { participantId: id, id: of.goalId }, goal, today)
  await noteHealth(acting, { person: id }, 'changed the person')
  return goalsOf(acting, id)
}

/** Says how far a goal is: not before it was agreed, and not ahead of today. */
export async function sayGoal(
  acting: Acting,
  of: { participantId: string; goalId: string },
  said: GoalSaid,
): Promise<Goal[]> {
  const { since } = await stored.goalById(acting, of.participantId, of.goalId)
  if (said.on < since) throw notValid({ on: 'It was agreed later than that.' })
  if (said.on > tomorrow()) throw notValid({ on: 'That day is still to come.' })
  await stored.sayGoal(acting, of, said)
  return goalsOf(acting, of.participantId)
}

/** Takes back what was said of a goal. */
export async function unsayGoal(
  acting: Acting,
  of: { participantId: string; goalId: string; saidId: string },
): Promise<Goal[]> {
  await stored.unsayGoal(acting, of)
  return goalsOf(acting, of.participantId)
}

/** A day ahead: where it is said may be further on than the server's day. */
function tomorrow(): string {
  return new Date(Date.now() + 86_400_000).toISOString().slice(0, 10)
}

/** Its task is known, and what is aimed at is a real change that the test can show. */
async function requireAim(scope: Scope, goal: GoalFields): Promise<void> {
  const catalogue = await linkedCatalogue(scope)
  if (goal.task !== null && !catalogue.tasks.has(goal.task)) throw notValid({ task: 'There is no such task.' })
  const measure = testOf(goal, catalogue)
  const wrong = measure ? wrongAim(goal, measure) : {}
  if (Object.keys(wrong).length > 0) throw notValid(wrong)
}
