import { z } from 'zod'
import { Goal, GoalFields, GoalSaid } from '../goal/goal'
import { Id, route, Version } from './route'

const goals = z.array(Goal)

/** What somebody comes for, oldest first, with what was said of it. */
export const readGoals = route({
  method: 'GET',
  path: '/api/participants/:id/goals',
  may: 'lead',
  notes: { did: 'looked at the profile', of: 'person' },
  reply: goals,
})
/** Writes a goal down as it is agreed with them. */
export const addGoal = route({
  method: 'POST',
  path: '/api/participants/:id/goals',
  may: 'lead',
  body: GoalFields.safeExtend({ id: Id }),
  reply: goals,
})
/** Saves a goal on top of the version that it was read at. */
export const saveGoal = route({
  method: 'PUT',
  path: '/api/participants/:id/goals/:goal',
  may: 'lead',
  body: GoalFields.safeExtend({ version: Version }),
  reply: goals,
})
/** Says how far a goal is where no test says it, or beside the test. */
export const sayGoal = route({
  method: 'POST',
  path: '/api/participants/:id/goals/:goal/said',
  may: 'lead',
  body: GoalSaid,
  reply: goals,
})
/** Takes back what was said of a goal. */
export const unsayGoal = route({
  method: 'DELETE',
  path: '/api/participants/:id/goals/:goal/said/:said',
  may: 'lead',
  reply: goals,
})
