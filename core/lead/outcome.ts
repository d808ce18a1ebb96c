import { lastOf } from '../entries'
import { z } from 'zod'
import { Dose } from '../catalogue/dose'
import { inOrder } from './inOrder'
import { Evenness } from '../measure/evenness'
import { Dial, Level, Side, Tier } from '../catalogue/words'

const points = (name: string) =>
  z
    .number(`${name} is a number from 0 to 10.`)
    .int(`${name} is a whole number.`)
    .min(0, `${name} is 0 at least.`)
    .max(10, `${name} is 10 at most.`)
    .nullable()
    .default(null)

/** What can be taken back after it was noted. */
const CLEARABLE = [
  'effort',
  'pain',
  'painKind',
  'form',
  'cheat',
  'painWhere',
  'support',
  'why',
  'feel',
  'note',
  'achieved',
  'evenness',
] as const

/** Why somebody stopped: it hurt, it was too much, they were dizzy, or something else called them away. */
export const StopWhy = z.enum(['pain', 'effort', 'dizzy', 'interrupted'])
export type StopWhy = z.infer<typeof StopWhy>

/**
 * What one person did in one block on one side: an append-only event with an id made by the client.
 * A correction is another event for the same block, person and side; its empty fields leave the earlier ones alone.
 * What was not recorded stays null; it is never filled in.
 */
export const OutcomeEvent = z.object({
  id: z.uuid('An outcome needs an id of its own.'),
  /** Epoch milliseconds. */
  at: z.number().int(),
  blockId: z.string().min(1).max(60),
  participant: z.uuid(),
  movement: z.string().min(1).max(60),
  tier: Tier,
  side: Side,
  variation: z.string().max(120).nullable(),
  level: Level.nullable(),
  /** How the rung was dialled for this person, where they had turned a dial. */
  dials: z.partialRecord(Dial, z.number()).default({}),
  /** The dose that was theirs; null: not kept, as in notes made before it was. */
  own: z
    .object({ dose: Dose, rounds: z.number().int().min(1) })
    .nullable()
    .default(null),
  /** `noted`: something was said of them, and nothing yet of how much they did. */
  done: z.enum(['noted', 'done', 'partly', 'eased', 'more', 'stopped', 'not-done']),
  /** Seconds or repetitions, as `unit` says. */
  target: z.number().min(0).nullable(),
  achieved: z
    .number('What was reached is a number.')
    .min(0, 'What was reached cannot be less than 0.')
    .max(3600)
    .nullable()
    .default(null),
  unit: z.enum(['s', 'repetitions']),
  effort: points('Effort'),
  pain: points('Pain'),
  painKind: z.enum(['none', 'pull', 'pinch', 'sharp']).nullable().default(null),
  form: z.enum(['clean', 'slipped']).nullable().default(null),
  /** How the body cheated, as the catalogue names it; empty: it did not, or nobody looked. */
  cheat: z.string().max(200).default(''),
  /** Where it hurt. */
  painWhere: z.string().max(60).default(''),
  /** Needed a hand, or none; null: nobody looked. */
  support: z.enum(['none', 'hand']).nullable().default(null),
  /** Which device noted it: two that note the same thing otherwise are told so. */
  device: z.string().max(40).default(''),
  note: z.string().max(500, 'A note has 500 characters at most.').default(''),
  /** How it went in a word, where no number was given: easy, or hard. */
  feel: z.enum(['easy', 'hard']).nullable().default(null),
  /** How even a press was; null: nobody measured or rated it. */
  evenness: Evenness.nullable().default(null),
  /** Why somebody stopped or did not do it; null: nobody said. */
  why: StopWhy.nullable().default(null),
  /** Noted of a whole group at once: worth less than a note of one person, and never over one. */
  isGroup: z.boolean().default(false),
  /** The note that this one takes back as a whole; null: none. */
  takesBack: z.uuid().nullable().default(null),
  /** Its place in the server's order; left out: the server has not got it yet. */
  sequence: z.number().int().nullish(),
  /** What a correction takes back: these fields are empty again, whatever was said before. */
  clears: z.array(z.enum(CLEARABLE)).default([]),
})
export type OutcomeEvent = z.infer<typeof OutcomeEvent>

/**
 * Folds outcome events into what holds now: one for each block, person and side. What was taken back is not there, and
 * what was noted of a whole group is never over a note of one person.
 *
 * @param events in any order; the same id counts once, later ones overlay earlier ones field by field
 * @example
 * foldOutcomes([outcome, { ...outcome, id: 'o2', at: 2, form: 'slipped', effort: null }]).map(({ form, effort })
 * => [form, effort])
 * // [['slipped', 3]]
 */
export function foldOutcomes(events: readonly OutcomeEvent[]): OutcomeEvent[] {
  const folded = new Map<string, OutcomeEvent>()
  for (const event of standing(events)) {
    const key = keyOf(event)
    const before = folded.get(key)
    folded.set(key, before ? overlaid(before, event) : event)
  }
  return [...folded.values()]
}

/** In order, without what was taken back; a note of a whole group is never over one of a person. */
function standing(events: readonly OutcomeEvent[]): OutcomeEvent[] {
  const back = new Set(events.flatMap((event) => event.takesBack ?? []))
  const left = inOrder(events).filter((event) => !back.has(event.id) && event.takesBack === null)
  const own = new Set(left.filter((event) => !event.isGroup).map(keyOf))
  return left.filter((event) => !event.isGroup || !own.has(keyOf(event)))
}

/** What one outcome is about. */
function keyOf({ blockId, participant, side }: OutcomeEvent): string {
  return `${blockId} ${participant} ${side}`
}

function overlaid(earlier: OutcomeEvent, after: OutcomeEvent): OutcomeEvent {
  const before = cleared(earlier, after.clears)
  // What is only noted says nothing of how much: what was said of that before still holds.
  const { done, achieved, target } = after.done === 'noted' ? before : after
  return {
    ...after,
    done,
    target,
    achieved: achieved ?? (done === before.done ? before.achieved : null),
    effort: after.effort ?? before.effort,
    pain: after.pain ?? before.pain,
    painKind: after.painKind ?? before.painKind,
    form: after.form ?? before.form,
    cheat: after.cheat || before.cheat,
    painWhere: after.painWhere || before.painWhere,
    support: after.support ?? before.support,
    why: after.why ?? before.why,
    feel: after.feel ?? before.feel,
    evenness: after.evenness ?? before.evenness,
    note: after.note || before.note,
  }
}

const EMPTY = {
  effort: null,
  pain: null,
  painKind: null,
  form: null,
  cheat: '',
  painWhere: '',
  support: null,
  why: null,
  feel: null,
  evenness: null,
  note: '',
  achieved: null,
} as const

/** An outcome with some of what was said of it taken back. */
function cleared(event: OutcomeEvent, fields: OutcomeEvent['clears']): OutcomeEvent {
  return fields.reduce((left, field) => ({ ...left, [field]: EMPTY[field] }), event)
}

/** The same block, person and side noted otherwise on two devices; the later note counts. */
export interface NotedTwice {
  blockId: string
  participant: string
  side: Side
  /** What counts, and what was said as well. */
  counts: OutcomeEvent['done']
  also: OutcomeEvent['done']
}

/**
 * Where two devices noted different things of the same: the rule is that the later one counts, and it is shown.
 *
 * @param events in any order
 * @example
 * notedTwice([outcome, { ...outcome, id: 'o2', at: 2, device: 'two', done: 'eased' }])[0]
 * // { blockId: 'a', participant: 'ann', side: 'both', counts: 'eased', also: 'done' }
 */
export function notedTwice(events: readonly OutcomeEvent[]): NotedTwice[] {
  const byKey = new Map<string, OutcomeEvent[]>()
  for (const event of standing(events)) byKey.set(keyOf(event), [...(byKey.get(keyOf(event)) ?? []), event])
  return [...byKey.values()].flatMap((all) => {
    const last = lastOf(all)
    const other = all.findLast(
      (event) =>
        event.device !== last.device && event.device !== '' && event.done !== 'noted' && event.done !== last.done,
    )
    return other
      ? [{ blockId: last.blockId, participant: last.participant, side: last.side, counts: last.done, also: other.done }]
      : []
  })
}
