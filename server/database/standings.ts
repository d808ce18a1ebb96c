import type { Tier } from '../../core/catalogue/words'
import type { Before } from '../../core/contract/ledger'
import type { Participant } from '../../core/offer/participant'
import type { Scope } from './rows'

/** Where somebody stands on one ladder: levels, dials, and whether it is left out. */
export interface Standing extends Required<Pick<Before, 'levels' | 'dials' | 'isLeftOut' | 'standsIn'>> {
  participant: string
  movement: string
  tier: Tier
}

/** Where somebody stands on one ladder now. */
export function standingOn(person: Participant, movement: string, tier: Tier): Standing {
  const isOwn = (row: { movement: string; tier: Tier }) => row.movement === movement && row.tier === tier
  return {
    participant: person.id,
    movement,
    tier,
    levels: person.levels.filter(isOwn),
    dials: person.dials.filter(isOwn),
    isLeftOut: person.leftOut.some(isOwn),
    standsIn: person.leftOut.find(isOwn)?.standsIn ?? false,
  }
}

/**
 * Writes where people stand on ladders, in a bounded number of queries whatever their number. Whoever reads a person
 * after that has another version before them: a form that is still open cannot put the old levels back.
 */
export async function writeStandings({ db, practiceId }: Scope, standings: readonly Standing[]): Promise<void> {
  if (standings.length === 0) return
  const ladders = standings.map(({ participant, movement, tier }) => [participant, movement, tier])
  for (const table of ['levels', 'person_dials', 'left_out'])
    await db(table).where({ practice_id: practiceId }).whereIn(['participant_id', 'movement', 'tier'], ladders).delete()
  const ownerOf = (standing: Standing) => ({ practice_id: practiceId, participant_id: standing.participant })
  const levels = standings.flatMap((one) => one.levels.map((level) => ({ ...ownerOf(one), ...level })))
  const dials = standings.flatMap((one) => one.dials.map((setting) => ({ ...ownerOf(one), ...setting })))
  const leftOut = standings
    .filter((one) => one.isLeftOut)
    .map((one) => ({ ...ownerOf(one), movement: one.movement, tier: one.tier, stands_in: one.standsIn }))
  if (levels.length > 0) await db('levels').insert(levels)
  if (dials.length > 0) await db('person_dials').insert(dials)
  if (leftOut.length > 0) await db('left_out').insert(leftOut)
  await bumpVersions({ db, practiceId }, [...new Set(standings.map((one) => one.participant))])
}

/** Marks people as changed, so that a save on an older version is told so. */
export async function bumpVersions({ db, practiceId }: Scope, participants: readonly string[]): Promise<void> {
  await db('participants').where({ practice_id: practiceId }).whereIn('id', participants).increment('version', 1)
}
