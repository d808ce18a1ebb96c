import { z } from 'zod'
import type { Aim } from '../catalogue/aim'
import type { Catalogue } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import type { Participant } from '../offer/participant'
import type { Person } from '../offer/person'
import type { Edit } from '../plan/edits'
import type { Plan } from '../plan/plan'
import type { RiderToday } from '../plan/riders'
import type { Timeline } from '../plan/timeline'
import type { Venue } from '../circle/circle'

/** How bad: a plan with a *stop* can be saved, not led; all else is mended or weighed. */
export const CheckWeight = z.enum(['stop', 'fix', 'consider'])
export type CheckWeight = z.infer<typeof CheckWeight>

/** The rules, each with one kind of trouble. */
export type CheckKind =
  | 'blocked'
  | 'left-out'
  | 'no-way'
  | 'floor-helpers'
  | 'space-check'
  | 'settle'
  | 'close'
  | 'cold'
  | 'hold-strong'
  | 'twice'
  | 'balance'
  | 'strands'
  | 'order'
  | 'exhale'
  | 'no-swing'
  | 'no-wait'
  | 'reach'
  | 'sides'
  | 'time-over'
  | 'time-under'
  | 'idle'
  | 'floor-trips'
  | 'climb'
  | 'drink'
  | 'short'
  | 'station-short'
  | 'instead'
  | 'uncovered'
  | 'served-less'
  | 'always'
  | 'school'

/**
 * Another movement in its place that suits them; writing down what somebody has at home; counting what the venue has.
 */
export type CheckHelp = 'another' | 'home-props' | 'venue'

/** Something that is wrong with a plan for these people in this room. */
export interface Check {
  /** Which rule. */
  kind: CheckKind
  /** The kind and what it is about: the same trouble keeps its id while the plan is edited. */
  id: string
  weight: CheckWeight
  /** What, in a few words. */
  what: string
  /** Why it matters, in a sentence. */
  why: string
  blockId: string | null
  tier: Tier | null
  /** Ids of the people it is about. */
  people: string[]
  /** What helps those it is about, and nobody has to do without; tried before what changes it for all. */
  first: CheckHelp | null
  /** Commands that mend it in one go. */
  fix: { words: string; edits: Edit[] } | null
}

/** A person as far as checks look at them; who joins by video has props of their own. */
export type CheckedPerson = Person & Partial<Pick<Participant, 'joins' | 'homeProps'>>

/** All that checks look at: the plan, whom it is for, and the room. */
export interface Checked {
  plan: Plan
  timeline: Timeline
  people: readonly CheckedPerson[]
  riders: readonly RiderToday[]
  venue: Pick<Venue, 'cupboard'>
  helpers: number
  /** Body heights a lane may climb in one session. */
  climbAtMost: number
  aim: Aim | null
  catalogue: Catalogue
}

type Finding = Pick<Check, 'kind' | 'weight' | 'what' | 'why'> & Partial<Omit<Check, 'id'>> & { about?: string }

/**
 * Fills in what a rule leaves out; `about` tells troubles of one kind apart: a block, a lane, a prop.
 *
 * @example
 * checkOf({ kind: 'settle', weight: 'fix', what: 'No settling start', why: '', blockId: null, tier: null, people:
 * [], fix: null }).id
 * // 'settle'
 */
export function checkOf({ about = '', ...check }: Finding): Check {
  const id = about === '' ? check.kind : `${check.kind} ${about}`
  return { blockId: null, tier: null, people: [], first: null, fix: null, ...check, id }
}

/**
 * Block by block with its movement and times; blocks of movements that are gone are left out.
 *
 * @example
 * blocksOf(checked).length // 3
 */
export function blocksOf({ plan, timeline, catalogue }: Checked) {
  return plan.blocks.flatMap((block, index) => {
    const movement = catalogue.movements.get(block.movement)
    const time = timeline.blocks[index]
    return movement && time ? [{ block, index, movement, time }] : []
  })
}
export type CheckedBlock = ReturnType<typeof blocksOf>[number]

/**
 * Names of people by id, for a sentence.
 *
 * @example
 * namesOf(['ann', 'bo'], people) // 'Ann Example, Bo Example'
 */
export function namesOf(ids: readonly string[], people: readonly Pick<Person, 'id' | 'name'>[]): string {
  return ids.map((id) => people.find((person) => person.id === id)?.name ?? 'somebody').join(', ')
}
