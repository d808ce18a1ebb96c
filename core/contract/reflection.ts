import { z } from 'zod'
import { Dial, Level, SchoolId, Side, Tier } from '../catalogue/words'
import { Circle } from '../circle/circle'
import { OutcomeEvent } from '../lead/outcome'
import { Participant } from '../offer/participant'
import { Instead } from '../reflect/answer'
import { DaysAtHome } from '../reflect/atHome'
import { BlockTurn } from '../reflect/blockTurns'
import { Evidence } from '../reflect/evidence'
import { FlareStep } from '../reflect/flareSteps'
import { DecisionKind } from '../reflect/question'
import { StepBack } from '../reflect/stepsBack'
import { TierStep } from '../reflect/tierMove'
import { DialTurn } from '../reflect/turn'
import { StoredHomePractice } from './homePractice'
import { LedgerEntry } from './ledger'
import { Meeting } from './meetings'
import { Id, Moment, route } from './route'

/** A decision as it is proposed, with its evidence. */
export const ProposedDecision = z.object({
  participant: Id,
  kind: DecisionKind,
  movement: z.string(),
  tier: Tier,
  blockId: z.string(),
  fromLevel: Level,
  toLevel: Level,
  /** Which side it moves, and what decided. */
  moves: Side,
  by: z.enum(['rule', 'belief', 'counting']),
  because: z.string(),
  suggestClinician: z.boolean(),
  /** Hurt twice running on the lowest rung: left out until somebody has looked. */
  leaveOut: z.boolean(),
  turn: DialTurn.nullable(),
  /** Time, rounds or repetitions earned beyond what the block gives. */
  earned: DialTurn.nullable(),
  /** Half the dose, where it hurts and no rung is lower; null: not so, or nothing to halve. */
  half: DialTurn.nullable(),
  /** Whether it hurts, or is too much, and no rung is lower. */
  isLowest: z.boolean(),
  recent: z.array(Evidence),
  /** Hurt twice running, or noted otherwise on two devices: answered one by one. */
  isContested: z.boolean(),
  /** Whether it is proposed because something hurt. */
  isHurt: z.boolean(),
  /** What other schools would have said. */
  others: z.array(z.object({ school: SchoolId, kind: DecisionKind, toLevel: Level })),
})
export type ProposedDecision = z.infer<typeof ProposedDecision>

/** What is decided of one proposal: a level, or one dial; staying is the level they are at. */
export const DecisionChoice = z.object({
  participant: Id,
  movement: z.string().min(1).max(60),
  tier: Tier,
  toLevel: Level,
  /** The dial that is turned; null: the level, or nothing. */
  dial: Dial.nullable(),
  /** What is done in place of a level where it hurts on the lowest rung. */
  instead: Instead.nullable().default(null),
  reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
  /** The answer that it replaces, as it was seen; null: none was there. */
  over: Id.nullable().default(null),
  /**
   * What was proposed where it was answered; null: not said. Where something else is proposed by now it is put again.
   */
  saw: z
    .object({ kind: DecisionKind, fromLevel: z.number(), toLevel: z.number(), words: z.string().max(200) })
    .nullable()
    .default(null),
})
export type DecisionChoice = z.infer<typeof DecisionChoice>

export const Reflection = z.object({
  decisions: z.array(ProposedDecision),
  answered: z.array(LedgerEntry),
  /** Doses that most have outgrown. */
  doses: z.array(BlockTurn),
  /** Steps that were taken last time and hurt for days: to take back. */
  takeBack: z.array(StepBack),
  /** Parts of the body that begin to flare, or may come back. */
  flares: z.array(FlareStep),
  /** The week at home that ended on the day of the meeting, of whoever practised, by participant. */
  atHome: z.record(z.string(), DaysAtHome),
  /** The next step between tiers, by participant. */
  tiers: z.record(z.string(), TierStep),
})
export type Reflection = z.infer<typeof Reflection>

/** All that a meeting is reflected on with. */
export const StoredEvidence = z.object({
  meeting: Meeting.pick({ id: true, startsAt: true, plan: true }),
  judging: Circle.shape.judging,
  people: z.array(Participant),
  outcomes: z.array(
    OutcomeEvent.extend({
      meetingId: Id,
      date: z.string(),
      arrivalPain: z.number().nullable(),
      usualPain: z.number().nullable().optional(),
    }),
  ),
  histories: z.record(z.string(), z.object({ meetings: z.number(), firstOn: z.string() })),
  came: z.array(Id),
  events: z.array(OutcomeEvent),
  answered: z.array(LedgerEntry),
  atHome: z.record(z.string(), StoredHomePractice.omit({ madeAt: true })),
})
export type StoredEvidence = z.infer<typeof StoredEvidence>

/** One proposed decision for each person and movement of the class, with what was answered already. */
export const readReflection = route({
  method: 'GET',
  path: '/api/meetings/:id/reflection',
  may: 'lead',
  notes: { did: 'looked at the meeting', of: 'meeting' },
  reply: Reflection,
})
/** All that a meeting is reflected on with: a device that may have to do it without the server keeps it. */
export const readEvidence = route({
  method: 'GET',
  path: '/api/meetings/:id/evidence',
  may: 'lead',
  notes: { did: 'looked at the meeting', of: 'meeting' },
  reply: StoredEvidence,
})
/** Answers decisions, all in one transaction; the server works out evidence and sentence itself. */
export const decide = route({
  method: 'POST',
  path: '/api/meetings/:id/decisions',
  may: 'lead',
  notes: { did: 'decided', of: 'meeting' },
  body: z.object({ answers: z.array(DecisionChoice).min(1).max(1000) }),
  reply: z.array(LedgerEntry),
})
/** Raises a dose that most of a circle have outgrown in the circle's next plan that has the movement. */
export const raiseDose = route({
  method: 'POST',
  path: '/api/meetings/:id/doses',
  may: 'lead',
  body: z.object({ movement: z.string().min(1).max(60), dial: Dial, to: z.number().min(0).max(600) }),
  reply: z.object({ id: Id, startsAt: Moment }),
})
