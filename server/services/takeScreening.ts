import type { Interview } from '../../core/catalogue/interview'
import { TIERS } from '../../core/catalogue/words'
import { lower, mergedWith, screened, type Screened } from '../../core/offer/screening'
import { writeConsiderations } from '../database/considerations'
import { participantById } from '../database/people'
import { setScreened, setUsualPain } from '../database/personTiers'
import type { Acting } from '../database/rows'
import { addScreening, type NewScreening } from '../database/screenings'
import { noteByHand } from './noteByHand'
import { inTransaction } from '../database/transaction'

/**
 * Keeps a screening and lays what it leads to over what is on file, in one transaction. It narrows access and never
 * opens a tier.
 *
 * @param dropped `consideration side` of those on file that a lead takes away
 * @returns what it led to
 */
export async function takeScreening(
  acting: Acting,
  participantId: string,
  interview: Interview,
  { dropped, ...screening }: NewScreening & { dropped: readonly string[] },
): Promise<Screened> {
  const { takenOn } = screening
  const result = screened(screening.answers, interview, takenOn)
  await inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    const person = await participantById(within, participantId)
    if (!(await addScreening(within, participantId, screening))) return
    const access = { ...person.access }
    for (const tier of TIERS) access[tier] = lower(person.access[tier], result.access[tier] ?? 'yes')
    await setScreened(within, person, takenOn, access)
    const { usualPain } = screening.answers
    if (usualPain !== null) await setUsualPain(within, participantId, usualPain)
    await noteByHand(within, person, await participantById(within, participantId), 'From a screening.')
    const merged = mergedWith(person.considerations, result.considerations, takenOn, new Set(dropped))
    await writeConsiderations(within, participantId, merged.considerations)
  })
  return result
}
