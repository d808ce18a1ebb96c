import { getYear } from 'date-fns'
import type { placeStarts } from '../../core/contract/beginning'
import type { AnswerOf } from '../../core/contract/route'
import { proposeStart } from '../../core/offer/proposeStart'
import { failedTiers, gateStatus } from '../../core/reflect/gates'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { circleById } from '../database/circles'
import { measuresOf } from '../database/measures'
import { participantsOf } from '../database/people'
import type { Acting } from '../database/rows'
import { inTransaction } from '../database/transaction'
import { placeLevelsByHand } from './changePerson'

/** Places everybody of a circle where the proposal says, on every ladder on which they have no level yet. */
export async function placedStarts(acting: Acting, circleId: string): Promise<AnswerOf<typeof placeStarts>> {
  const catalogue = await linkedCatalogue(acting)
  const { members } = await circleById(acting, circleId)
  const [people, measures] = await Promise.all([participantsOf(acting, members), measuresOf(acting, members)])
  const [now, countsForDays] = [new Date(), catalogue.judgement.evidence.days]
  const on = now.toISOString().slice(0, 10)
  const starts = people.flatMap((person) => {
    const records = measures.get(person.id) ?? []
    const { considerations } = person
    const gates = catalogue.gates.map((gate) => gateStatus(gate, records, { considerations, on, countsForDays }))
    const levels = proposeStart(person, { records, failedGates: failedTiers(gates) }, catalogue, getYear(now))
    return levels.length === 0 ? [] : [{ id: person.id, levels }]
  })
  await inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    for (const { id, levels } of starts)
      await placeLevelsByHand(
        within,
        id,
        levels.map(({ movement, tier, level }) => ({ movement, tier, side: 'both' as const, level })),
      )
  })
  return { people: starts.length, levels: starts.reduce((sum, { levels }) => sum + levels.length, 0) }
}
