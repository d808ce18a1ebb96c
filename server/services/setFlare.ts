import { formatISO } from 'date-fns'
import type { Participant } from '../../core/offer/participant'
import type { Flare } from '../../core/offer/person'
import { writeEntries } from '../database/ledger'
import { setFlare as keepFlare } from '../database/memory'
import { heldParticipant, participantById } from '../database/people'
import { bumpVersions } from '../database/standings'
import type { Acting } from '../database/rows'
import { inTransaction } from '../database/transaction'

/** What is set of a flare; no levels: it is over. */
export type FlareSet = Pick<Flare, 'region' | 'until'> & { levels: number; reason: string }

/** Begins a flare, brings it back by a level, or ends it; the ledger says so. */
export async function setFlare(acting: Acting, id: string, set: FlareSet): Promise<Participant> {
  return inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    const person = await heldParticipant(within, id)
    const before = person.flares.find((flare) => flare.region === set.region)
    const since = before?.since ?? formatISO(new Date(), { representation: 'date' })
    await keepFlare(within, id, { region: set.region, levels: set.levels, until: set.until, since })
    await bumpVersions(within, [id])
    await writeEntries(within, [
      {
        participant: id,
        kind: 'flare',
        movement: '',
        tier: person.homeTier,
        proposed: 'by-hand',
        answer: 'by-hand',
        fromLevel: before?.levels ?? 0,
        toLevel: set.levels,
        words: flareWords(set),
        reason: set.reason,
        before: {},
      },
    ])
    return participantById(within, id)
  })
}

function flareWords({ region, levels, until }: FlareSet): string {
  const where = region.replaceAll('-', ' ')
  if (levels === 0) return `${where}: the flare is over`
  return `${where} flaring: ${levels === 1 ? 'one level' : `${levels} levels`} easier, until ${until} at least`
}
