import { z } from 'zod'
import { SchoolId } from './words'

const origin = z.string().min(1)
const count = z.number().int().positive()
const share = z.number().min(0).max(1)
const pain = z.number().min(0).max(10)

const level = z.number().min(0).max(6)
const weight = z.number().min(0).max(10)

/**
 * Numbers of the belief about a capacity. Levels unless said: what a note is worth, how a capacity moves from week to
 * week, and how likely the next thing must be for a step.
 */
export const Believing = z.strictObject({
  /** Where a belief begins above the first level that was worked at, and how widely. */
  prior: z.strictObject({ above: z.number().min(-2).max(2), spread: level }),
  /** A week: learned by whoever comes, wandered, forgotten away, and the chance of a drop by one to three. */
  drift: z.strictObject({ learns: level, wanders: level, forgets: level, drops: share }),
  /** Where a target is reached half of the time; what "did more" says; how much of a target a missing level takes. */
  reach: z.strictObject({ spread: level, moreAt: level, shareALevel: share }),
  /** Effort at just what a body can do, points; points a level; how far reports differ, points. */
  /** And what "easy" and "hard" stand for where no number was given. */
  effort: z.strictObject({ atCapacity: pain, aLevel: pain, spread: pain, easy: pain, hard: pain }),
  slip: z.strictObject({ from: z.number(), spread: level, seldom: share, often: share }),
  pain: z.strictObject({ from: z.number(), spread: level, seldom: share, often: share }),
  /** How far the two sides of a body are apart. */
  apart: z.strictObject({ sides: level }),
  /** Notes that are wrong; what a note of a whole group counts of one of a person. */
  wrong: share,
  groupWeight: share,
  /** Learning how somebody reports: what is made of a difference, after how many, how unsure it is before, and when it
   * hardly varies. */
  habit: z.strictObject({ gain: weight, after: count, unsure: weight, sameAfter: count, sameBlur: weight }),
  /** What other ladders move a beginning: by so much, after how much, and from other regions by what part. */
  related: z.strictObject({ gain: weight, after: weight, elsewhere: share }),
  /** How likely the next thing must be within reach, by school; an ease where this rung is less so by `easeBelow`. */
  reachAt: z.record(SchoolId, share),
  easeBelow: share,
  /** And by so much more where all was done and only the form slipped. */
  slipBelow: share,
  /** How likely it may be, at most, that the next thing is more than a level beyond somebody. */
  farAtMost: share,
  /** How likely it must be where the school's own rule was met as well. */
  byRule: share,
  /** More than that to skip dials that are left; less for strength, where near the limit is what works. */
  skipsDials: share,
  strengthBelow: share,
  /** A question is put where the best answer would bring a step and the chance is at most so much below it. */
  asksWithin: share,
  origin,
})
export type Believing = z.infer<typeof Believing>

/** Thresholds by which people are eased, stepped, asked and moved between tiers: `catalogue/judgement.yaml`. */
export const Judgement = z.strictObject({
  notReached: z.strictObject({ notReachedShare: share, farShare: share, timesOfThree: count, origin }),
  pain: z.strictObject({
    eases: pain,
    tolerated: pain,
    rise: pain,
    strong: pain,
    stillSteps: pain,
    pullIsPain: pain,
    stops: pain,
    /** What “it hurt” counts as, where nobody gave a number. */
    hurtAtHome: pain,
    origin,
  }),
  belief: Believing,
  proof: z.strictObject({
    triedLately: count,
    triedMeetings: count,
    wideGapMeetings: count,
    wideGapEffort: z.number().min(0).max(10),
    origin,
  }),
  first: z.strictObject({ meetings: count, veryEasyEffort: z.number().min(0).max(10), monthDays: count, origin }),
  steps: z.strictObject({
    aMeeting: count,
    aRegion: count,
    strengthEffort: z.number().min(0).max(10),
    carefulMeetings: count,
    origin,
  }),
  evidence: z.strictObject({ days: count, origin }),
  asking: z.strictObject({ days: count, aClass: count, aPerson: count, origin }),
  away: z.strictObject({ easesDays: count, easesMeetings: count, screensDays: count, origin }),
  easing: z.strictObject({ levelsAtMost: count, unscreenedLevel: count, origin }),
  screening: z.strictObject({ days: count, origin }),
  tiers: z.strictObject({ readyLevel: count, readyShare: share, visits: count, visitDoneShare: share, origin }),
  blockDose: z.strictObject({ moreThanShare: share, origin }),
  /** A test is done again so many days after its last result, and that is shown so many days ahead. */
  retest: z.strictObject({ days: count, aheadDays: count, origin }),
  /** A press of which this share of the time lay within the band is even. */
  press: z.strictObject({ evenShare: share, origin }),
  flare: z.strictObject({ weeks: count, origin }),
  missed: z.strictObject({ share, inARow: count, origin }),
})
export type Judgement = z.infer<typeof Judgement>
