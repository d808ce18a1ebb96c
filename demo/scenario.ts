import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parse } from 'yaml'
import { z } from 'zod'
import { Side } from '../core/catalogue/words'
import { GoalStep } from '../core/goal/goal'
import { ParticipantFields } from '../core/offer/participant'
import { CircleFields, VenueFields } from '../core/circle/circle'
import { FACES } from '../core/home/homeDay'
import { NextDay } from '../core/home/homeReport'
import { Role } from '../core/contract/account'

const ScenarioPlan = z.object({ title: z.string(), blocks: z.array(z.string()) })

/** What somebody comes for, with its results by how many weeks ago they were taken; the first is where it begins. */
const ScenarioGoal = z.strictObject({
  words: z.string(),
  task: z.string(),
  side: Side.default('both'),
  importance: z.number(),
  target: z.number().nullable().default(null),
  steps: z.array(z.string()).optional(),
  tests: z.record(z.string(), z.number()).default({}),
  said: z.record(z.string(), GoalStep).default({}),
})
/** How far somebody went by themselves and helped, by how many weeks ago it was measured. Degrees. */
const ScenarioRange = z.strictObject({
  measure: z.string(),
  side: Side,
  byWeeks: z.record(z.string(), z.tuple([z.number(), z.number()])),
})
/** What somebody has taken home, by how many days ago. */
const ScenarioAtHome = z.strictObject({
  madeDaysAgo: z.number().int(),
  /** How many of the first that are proposed. */
  movements: z.number().int().min(1).max(5),
  daysAWeek: z.number().int(),
  times: z.array(z.string()),
  anchors: z.array(z.string()).default([]),
  beginsWith: z.number().int().default(5),
  note: z.string().default(''),
  /** A day's practice, with a face for each movement. */
  done: z
    .array(
      z.strictObject({
        daysAgo: z.number().int(),
        at: z.string(),
        faces: z.array(z.enum(FACES)),
        word: z.string().default(''),
      }),
    )
    .default([]),
  /** How the day after was. */
  after: z.record(z.string(), NextDay).default({}),
})
export type ScenarioAtHome = z.infer<typeof ScenarioAtHome>
export type ScenarioRange = z.infer<typeof ScenarioRange>
export type ScenarioGoal = z.infer<typeof ScenarioGoal>

/** A person of the scenario with what nobody in it knows: the capacity that the simulation hides. */
const ScenarioPerson = ParticipantFields.omit({ levels: true }).extend({
  /** In levels, 1–5. */
  capacity: z.number().min(0.5).max(5),
  weaker: z.enum(['left', 'right']).optional(),
  /** Days before the next meeting; null: never. */
  goals: z.array(ScenarioGoal).default([]),
  ownRanges: z.array(ScenarioRange).default([]),
  screenedDaysAgo: z.number().int().nullable().default(120),
  atHome: ScenarioAtHome.nullable().default(null),
})
export type ScenarioPerson = z.infer<typeof ScenarioPerson>

const Scenario = z.object({
  practice: z.string(),
  accounts: z.array(z.object({ name: z.string(), email: z.string(), role: Role })),
  venue: VenueFields,
  circle: CircleFields.omit({ venueId: true, members: true }),
  people: z.array(ScenarioPerson),
  pastPlans: z.array(ScenarioPlan),
  nextPlan: ScenarioPlan,
  /** A week without a meeting. */
  holiday: z.object({ name: z.string(), weeksAhead: z.number().int() }),
  /** Plans kept for later. */
  shelf: z.array(ScenarioPlan.extend({ minutes: z.number().int(), tags: z.array(z.string()) })),
})
export type Scenario = z.infer<typeof Scenario>

export function readScenario(): Scenario {
  return Scenario.parse(parse(readFileSync(join(process.cwd(), 'demo/scenario.yaml'), 'utf8')))
}
