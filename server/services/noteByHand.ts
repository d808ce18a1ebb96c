import { Tier } from '../../core/catalogue/words'
import { dequal } from 'dequal/lite'
import type { Participant } from '../../core/offer/participant'
import type { Access } from '../../core/offer/person'
import { writeEntries, type NewEntry } from '../database/ledger'
import type { Acting } from '../database/rows'
import { standingOn, type Standing } from '../database/standings'

/**
 * Writes down changes that were made without a proposal: levels placed, tiers opened and closed, a move, health facts
 * as they were and as they are.
 */
export async function noteByHand(acting: Acting, before: Participant, after: Participant, reason = ''): Promise<void> {
  const ladders = new Map(
    [...before.levels, ...after.levels].map(({ movement, tier }) => [`${movement} ${tier}`, { movement, tier }]),
  )
  const levels = [...ladders.values()].flatMap(({ movement, tier }) =>
    levelEntry(standingOn(before, movement, tier), standingOn(after, movement, tier)),
  )
  await writeEntries(
    acting,
    [...levels, ...tierEntry(before, after), ...factsEntry(before, after)].map((entry) => ({ ...entry, reason })),
  )
  // A rung set by hand begins with its dials as the block gives them.
  if (levels.length > 0)
    await acting
      .db('person_dials')
      .where({ practice_id: acting.practiceId, participant_id: after.id })
      .whereIn(
        ['movement', 'tier'],
        levels.map(({ movement, tier }) => [movement, tier]),
      )
      .delete()
}

const BY_HAND = { proposed: 'by-hand', answer: 'by-hand' } as const

function levelEntry(was: Standing, is: Standing): NewEntry[] {
  if (dequal(was.levels, is.levels)) return []
  const isFirst = was.levels.length === 0
  const { participant, movement, tier, ...before } = was
  return [
    {
      ...BY_HAND,
      participant,
      movement,
      tier,
      kind: 'level',
      words: isFirst ? 'placed' : '',
      fromLevel: lowestOf(isFirst ? is : was),
      toLevel: lowestOf(is),
      before,
    },
  ]
}

/** The level of the weaker side. */
export function lowestOf({ levels }: Pick<Standing, 'levels'>): number {
  return Math.min(5, ...levels.map((level) => level.level))
}

function tierEntry(before: Participant, after: Participant): NewEntry[] {
  const words = tierWords(before, after)
  if (words === '') return []
  const { homeTier, visiting, access } = before
  return [
    {
      ...BY_HAND,
      participant: after.id,
      movement: '',
      tier: after.homeTier,
      kind: 'tier',
      words,
      fromLevel: 1,
      toLevel: 1,
      before: { homeTier, visiting, access },
    },
  ]
}

function factsEntry(before: Participant, after: Participant): NewEntry[] {
  if (dequal(before.considerations, after.considerations)) return []
  return [
    {
      ...BY_HAND,
      participant: after.id,
      movement: '',
      tier: after.homeTier,
      kind: 'facts',
      words: 'health facts',
      fromLevel: 1,
      toLevel: 1,
      before: { considerations: before.considerations },
      after: after.considerations,
    },
  ]
}

function tierWords(before: Participant, after: Participant): string {
  const words = Tier.options
    .filter((tier) => before.access[tier] !== after.access[tier])
    .map((tier) => `${tier} tier: ${ACCESS[before.access[tier]]} → ${ACCESS[after.access[tier]]}`)
  if (before.homeTier !== after.homeTier) words.unshift(`home tier ${before.homeTier} → ${after.homeTier}`)
  if (before.visiting !== after.visiting)
    words.unshift(
      after.visiting ? `visits to the ${after.visiting} tier` : `no more visits to the ${before.visiting} tier`,
    )
  return words.join('; ')
}

const ACCESS: Record<Access, string> = { no: 'closed', 'with-help': 'with help', yes: 'open' }
