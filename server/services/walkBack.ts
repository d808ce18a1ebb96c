import type { LedgerEntry } from '../../core/contract/ledger'
import type { Participant } from '../../core/offer/participant'
import { ledgerOf, writeEntries } from '../database/ledger'
import { heldParticipant } from '../database/people'
import { moveTier } from '../database/personTiers'
import { NotFound, type Acting } from '../database/rows'
import { standingOn, writeStandings } from '../database/standings'
import { inTransaction } from '../database/transaction'

/** Why an entry cannot be walked back. */
export class CannotWalkBack extends Error {
  override name = 'CannotWalkBack'
}

/**
 * Takes the newest change of a ladder, or of the tiers, back: what stood before it stands again, and the ledger says
 * so.
 *
 * @throws {CannotWalkBack} where something was decided since, or the entry was taken back already
 * @throws {NotFound} when the person has no such entry
 */
export async function walkBack(acting: Acting, participantId: string, entryId: string, reason: string): Promise<void> {
  await inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    // One at a time for a person: of several who take the same back one does, and the others are told.
    const person = await heldParticipant(within, participantId)
    const entry = newestOf(await ledgerOf(within, { participantId }), entryId)
    await writeEntries(within, [
      {
        participant: participantId,
        movement: entry.movement,
        tier: entry.tier,
        kind: entry.kind,
        proposed: 'by-hand',
        answer: 'walked-back',
        fromLevel: entry.toLevel,
        toLevel: entry.fromLevel,
        words: entry.words === '' ? '' : `taken back: ${entry.words}`,
        reason,
        before: standsNow(person, entry),
        undoes: entryId,
      },
    ])
    await restore(within, person, entry)
  })
}

/** An entry that nothing was decided after. */
function newestOf(entries: readonly LedgerEntry[], entryId: string): LedgerEntry {
  const entry = entries.find((other) => other.id === entryId)
  if (!entry) throw new NotFound('There is no such entry.')
  if (entry.isUndone || entry.undoes !== null) throw new CannotWalkBack('This was taken back already.')
  if (entry.isReplaced) throw new CannotWalkBack('Another answer stands in place of this one.')
  const newest = entries.find((other) => isAlike(entry, other) && stands(other))
  if (newest && newest.id !== entryId)
    throw new CannotWalkBack('Something was decided here since: walk that back first.')
  if (entry.before === null)
    throw new CannotWalkBack('This was written before changes could be walked back: set the level by hand.')
  return entry
}

function stands({ undoes, isUndone, isReplaced }: LedgerEntry): boolean {
  return undoes === null && !isUndone && !isReplaced
}

/** Of the same ladder, or of the tiers both. */
function isAlike(entry: LedgerEntry, other: LedgerEntry): boolean {
  if (entry.kind === 'facts' || other.kind === 'facts') return entry.id === other.id
  if (entry.kind === 'tier' || other.kind === 'tier') return entry.kind === other.kind
  return other.movement === entry.movement && other.tier === entry.tier
}

function standsNow(person: Participant, { kind, movement, tier }: LedgerEntry) {
  if (kind === 'tier') return { homeTier: person.homeTier, visiting: person.visiting, access: person.access }
  const { levels, dials, isLeftOut, standsIn } = standingOn(person, movement, tier)
  return { levels, dials, isLeftOut, standsIn }
}

async function restore(acting: Acting, person: Participant, { kind, movement, tier, before }: LedgerEntry) {
  if (kind === 'facts') throw new CannotWalkBack('Health facts are changed on the person’s page.')
  if (kind === 'flare') throw new CannotWalkBack('A flare is ended on the person’s page.')
  if (kind === 'tier') {
    const { homeTier = person.homeTier, visiting = null, access = person.access } = before ?? {}
    return moveTier(acting, person, { homeTier, visiting, access })
  }
  const { levels = [], dials = [], isLeftOut = false, standsIn = false } = before ?? {}
  return writeStandings(acting, [{ participant: person.id, movement, tier, levels, dials, isLeftOut, standsIn }])
}
