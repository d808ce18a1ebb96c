import { z } from 'zod'
import { Level, SchoolId, Side, Tier } from '../catalogue/words'
import { ParticipantConsideration } from '../offer/participant'
import { Access, DialSetting, PersonLevel } from '../offer/person'
import { Evidence } from '../reflect/evidence'
import { Id, Moment } from './route'

/** Where somebody stood before a change: what a walk back restores. */
export const Before = z.object({
  levels: z.array(PersonLevel).optional(),
  dials: z.array(DialSetting).optional(),
  isLeftOut: z.boolean().optional(),
  standsIn: z.boolean().optional(),
  homeTier: Tier.optional(),
  visiting: Tier.nullable().optional(),
  access: z.record(Tier, Access).optional(),
  considerations: z.array(ParticipantConsideration).optional(),
})
export type Before = z.infer<typeof Before>

/** How a decision was answered, or that there was none: by hand, or taken back. */
export const LedgerAnswer = z.enum(['accepted', 'changed', 'refused', 'by-hand', 'walked-back'])
export type LedgerAnswer = z.infer<typeof LedgerAnswer>

/** A line of the ledger: what was changed, by whom, on which evidence. */
export const LedgerEntry = z.object({
  id: Id,
  participant: Id,
  meetingId: Id.nullable(),
  kind: z.enum(['level', 'dial', 'tier', 'flare', 'facts']),
  /** Empty for a tier, and for health facts. */
  movement: z.string(),
  tier: Tier,
  /** The kind of decision that was proposed, or `by-hand`. */
  proposed: z.string(),
  fromLevel: z.number(),
  toLevel: z.number(),
  /** Which side it moved. */
  moves: Side,
  /** What decided it: a rule, what is believed, counting; empty: somebody, by hand. */
  by: z.enum(['rule', 'belief', 'counting', '']),
  /** Schools that would have come to another level. */
  others: z.array(z.object({ school: SchoolId, toLevel: Level })),
  /** What changed, where it is not a level. */
  words: z.string(),
  answer: LedgerAnswer,
  because: z.string(),
  reason: z.string(),
  evidence: z.array(Evidence),
  /** Where they stood before it; null: written before that was kept. */
  before: Before.nullable(),
  /** Health facts as they are since; null: it is of something else. */
  after: z.array(ParticipantConsideration).nullable(),
  decidedBy: z.string(),
  decidedAt: Moment,
  /** The entry that this one takes back; null: none. */
  undoes: Id.nullable(),
  /** Whether a later entry has taken this one back. */
  isUndone: z.boolean(),
  /** Whether a later answer to the same decision stands in its place. */
  isReplaced: z.boolean(),
})
export type LedgerEntry = z.infer<typeof LedgerEntry>
