import { addDays, formatISO } from 'date-fns'
import type { Account } from '../../core/contract/account'
import type { Interview } from '../../core/catalogue/interview'
import { TIERS } from '../../core/catalogue/words'
import { narrowedBy } from '../../core/offer/narrowedBy'
import type { Participant } from '../../core/offer/participant'
import { lower, mergedWith, screened, type Screened } from '../../core/offer/screening'
import { writeConsiderations } from '../database/considerations'
import { heldParticipant, participantById } from '../database/people'
import { setAccess, setScreened, setUsualPain } from '../database/personTiers'
import { NotFound, type Acting } from '../database/rows'
import { addScreening, agreeToScreening, waitingScreening, type NewScreening } from '../database/screenings'
import { notValid } from '../http/refuse'
import { noteByHand } from './noteByHand'
import { inTransaction } from '../database/transaction'

/** What a lead says to a screening, theirs or a helper's. */
interface Taken extends NewScreening {
  /** `consideration side` of those on file that a lead takes away. */
  dropped: readonly string[]
}

/**
 * Keeps a screening and lays what it leads to over what is on file, in one transaction. It narrows access and never
 * opens a tier. A helper's waits for a lead: until one agrees it closes what is new and opens, ends and clears nothing.
 *
 * @returns what it led to
 * @throws 422 where its day cannot be
 */
export async function takeScreening(
  acting: Acting,
  { participantId, role }: { participantId: string; role: Account['role'] },
  interview: Interview,
  { dropped, ...screening }: Taken,
): Promise<Screened> {
  const result = screened(screening.answers, interview, screening.takenOn)
  await inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    const person = await heldParticipant(within, participantId)
    requireDay(person, screening.takenOn)
    const waits = role === 'helper'
    if (!(await addScreening(within, participantId, { ...screening, waits }))) return
    if (waits) await narrow(within, person, result)
    else await settle(within, person, { ...screening, dropped }, result)
  })
  return result
}

/** On the server's day or, where a clock is ahead of it, the next; what is older than the last one changes nothing. */
function requireDay({ screenedOn }: Participant, takenOn: string): void {
  if (takenOn > formatISO(addDays(new Date(), 1), { representation: 'date' }))
    throw notValid({ takenOn: 'A screening is not taken ahead of time.' })
  if (screenedOn !== null && takenOn < screenedOn)
    throw notValid({ takenOn: `They were screened on ${screenedOn}, which is later.` })
}

/** All that a screening closes, and nothing that it would open. */
async function narrow(within: Acting, person: Participant, result: Screened): Promise<void> {
  await setAccess(within, person, narrowedAccess(person, result))
  await writeConsiderations(within, person.id, narrowedBy(person.considerations, result.considerations))
  await noteByHand(within, person, await participantById(within, person.id), 'From a screening that waits for a lead.')
}

async function settle(
  within: Acting,
  person: Participant,
  { answers, takenOn, dropped }: Pick<Taken, 'answers' | 'takenOn' | 'dropped'>,
  result: Screened,
): Promise<void> {
  await setScreened(within, person, takenOn, narrowedAccess(person, result))
  if (answers.usualPain !== null) await setUsualPain(within, person.id, answers.usualPain)
  const merged = mergedWith(person.considerations, result.considerations, takenOn, { dropped: new Set(dropped) })
  await writeConsiderations(within, person.id, merged.considerations)
  await noteByHand(within, person, await participantById(within, person.id), 'From a screening.')
}

function narrowedAccess(person: Participant, result: Screened): Participant['access'] {
  const access = { ...person.access }
  for (const tier of TIERS) access[tier] = lower(person.access[tier], result.access[tier] ?? 'yes')
  return access
}

/**
 * A lead agrees to a screening that a helper took: now it clears, ends and settles what it says.
 *
 * @throws {NotFound} where there is no such one, or it does not wait
 */
export async function agreeToHelpersScreening(
  acting: Acting,
  { participantId, screeningId }: { participantId: string; screeningId: string },
  interview: Interview,
  dropped: readonly string[],
): Promise<Screened> {
  return inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    const person = await heldParticipant(within, participantId)
    const screening = await waitingScreening(within, participantId, screeningId)
    if (!screening) throw new NotFound('This screening does not wait any more.')
    await agreeToScreening(within, screeningId)
    const result = screened(screening.answers, interview, screening.takenOn)
    // One that was taken since is the newer word: this one only closes what it closes.
    const isOld = person.screenedOn !== null && screening.takenOn < person.screenedOn
    if (isOld) await narrow(within, person, result)
    else await settle(within, person, { ...screening, dropped }, result)
    return result
  })
}
