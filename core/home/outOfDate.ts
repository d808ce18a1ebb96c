import { format, parseISO } from 'date-fns'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import { limitWords } from '../offer/limit'
import { storedLevel } from '../offer/levels'
import type { Person } from '../offer/person'
import { rememberedWords } from '../offer/remembered'
import { judge } from '../offer/verdict'
import type { HomeEntry } from '../reflect/homePractice'
import { dayAfter, GOOD_DAYS } from './homeDay'

/** Why what somebody has at home does not hold any more. */
export type OutOfDate =
  /** Older than it is good for. */
  | { kind: 'old'; goodUntil: string }
  /** What is known of them by now closes it. */
  | { kind: 'closed'; movement: string; why: string }
  /** It was eased in class: at home it is no easier than there. */
  | { kind: 'eased'; movement: string; atHome: number; inClass: number }
  /** Something happened since, and nobody has looked at it. */
  | { kind: 'news'; words: string }

/** What of somebody it is held against. */
interface HeldAgainst {
  person: Person
  /** ISO day. */
  today: string
}

/**
 * Why a handout does not hold any more, the gravest first: what is closed to them by now, what was eased, what happened
 * since, its age.
 *
 * @param handout the day it was made, ISO, and what it holds
 * @returns empty: it holds
 * @source ours
 * @example
 * outOfDate({ madeOn: '2026-10-01', entries: [] }, { person: ann, today: '2026-11-28' }, catalogue)
 * // [{ kind: 'old', goodUntil: '2026-10-29' }]
 */
export function outOfDate(
  { madeOn, entries }: { madeOn: string; entries: readonly HomeEntry[] },
  { person, today }: HeldAgainst,
  catalogue: Catalogue,
): OutOfDate[] {
  const rungs = entries.flatMap(({ variation }) => catalogue.variations.get(variation) ?? [])
  const closed = rungs.flatMap((rung): OutOfDate[] => {
    const why = closedNow(rung, person, catalogue)
    return why === null ? [] : [{ kind: 'closed', movement: rung.movement, why }]
  })
  const goodUntil = dayAfter(madeOn, GOOD_DAYS)
  return [
    ...closed,
    ...rungs.flatMap((rung) => easedSince(rung, person, catalogue)),
    ...(person.remembered ?? [])
      .filter(({ on }) => on >= madeOn)
      .map((remembered): OutOfDate => ({ kind: 'news', words: rememberedWords(remembered) })),
    ...(today > goodUntil ? [{ kind: 'old', goodUntil } as const] : []),
  ]
}

/**
 * What of somebody closes a rung by now, in words; null: nothing does.
 *
 * @example
 * closedNow(rung('bridge.chair.2'), ann, catalogue) // null
 */
export function closedNow(rung: Variation, person: Person, catalogue: Catalogue): string | null {
  if (person.access[rung.tier] !== 'yes') return 'this tier is not open to them without help'
  const [block] = judge(rung, 'both', { person }, catalogue).blocks
  return block ? limitWords(block) : null
}

/** At home it is easier than in class, but for the lowest rung; where it is not, it was eased there since. */
function easedSince(rung: Variation, person: Person, { movements }: Catalogue): OutOfDate[] {
  const inClass = storedLevel(person, rung.movement, rung.tier, 'both')
  const lowest = movements.get(rung.movement)?.ladders[rung.tier]?.[0]?.level ?? 1
  if (inClass === null || rung.level < inClass || rung.level <= lowest) return []
  return [{ kind: 'eased', movement: rung.movement, atHome: rung.level, inClass }]
}

/**
 * The same in words, after a name.
 *
 * @example
 * outOfDateWords({ kind: 'old', goodUntil: '2026-10-29' }, catalogue) // 'It was good until 29 October.'
 */
export function outOfDateWords(reason: OutOfDate, { movements }: Pick<Catalogue, 'movements'>): string {
  const nameOf = (movement: string) => movements.get(movement)?.name ?? movement
  switch (reason.kind) {
    case 'old':
      return `It was good until ${format(parseISO(reason.goodUntil), 'd MMMM')}.`
    case 'closed':
      return `${nameOf(reason.movement)}: ${reason.why}.`
    case 'eased':
      return `${nameOf(reason.movement)}: level ${reason.inClass} in class by now, level ${reason.atHome} at home.`
    case 'news':
      return `Since then: ${reason.words}`
  }
}
