import { z } from 'zod'
import { Side } from '../catalogue/words'

/** The five steps of attainment: as aimed is 0, one more than they had is always in sight. */
export const GOAL_STEPS = [-2, -1, 0, 1, 2] as const
export const GoalStep = z.literal(GOAL_STEPS, 'One of five steps, from −2 to 2.')
export type GoalStep = z.infer<typeof GoalStep>

const day = z.iso.date('A date is written as year, month and day.')
const amount = z.number('An amount is a number.').min(-99_999).max(99_999).nullable()

const fields = z.object({
  /** In their own words. */
  words: z
    .string('Say it in their own words.')
    .trim()
    .min(1, 'Say it in their own words.')
    .max(160, '160 characters at most.'),
  /** The everyday task that it is tied to; null: none of them. */
  task: z.string().max(60).nullable(),
  side: Side.default('both'),
  /** How much it matters to them: 1 to 3. */
  importance: z.number().int().min(1).max(3).default(2),
  /** Where they are and what is aimed at, in the unit of the task's test; null: it is told in words. */
  start: amount,
  target: amount,
  /** What each of the five steps is, in words; empty: the usual words. */
  steps: z
    .array(z.string().trim().max(120, '120 characters at most.'))
    .length(GOAL_STEPS.length)
    .default(() => GOAL_STEPS.map(() => '')),
  since: day,
  /** When it is to be looked at; null: not said. */
  by: day.nullable().default(null),
  state: z.enum(['open', 'reached', 'ended']).default('open'),
})

/** What somebody wants to be able to do, as it is agreed with them. */
export const GoalFields = fields
  .refine(({ start, target }) => (start === null) === (target === null), {
    path: ['target'],
    message: 'Where they are and what is aimed at belong together.',
  })
  .refine(({ start, task }) => start === null || task !== null, {
    path: ['start'],
    message: 'An amount belongs to a task with a test.',
  })
  .refine(({ since, by }) => by === null || by > since, {
    path: ['by'],
    message: 'It is looked at after it was agreed.',
  })
  .refine(({ task, steps, start }) => task !== null || start !== null || (steps[2] ?? '') !== '', {
    path: ['steps.2'],
    message: 'Without a task, say what they will be able to do.',
  })
export type GoalFields = z.infer<typeof GoalFields>

/** How far it is, as somebody said it on a day. */
export const GoalSaid = z.object({
  id: z.uuid(),
  step: GoalStep,
  on: day,
  note: z.string().trim().max(300, 'A note has 300 characters at most.').default(''),
})
export type GoalSaid = z.infer<typeof GoalSaid>

/** A goal as it is stored. */
export const Goal = fields.extend({
  id: z.uuid(),
  version: z.number().int(),
  /** The day since which it is no longer open; null: it is. */
  closedOn: day.nullable(),
  /** What was said of it, oldest first. */
  said: z.array(GoalSaid),
})
export type Goal = z.infer<typeof Goal>
