import type { askFirst } from '../../core/contract/beginning'
import type { AnswerOf, BodyOf } from '../../core/contract/route'
import { askedNow } from '../../core/offer/firstQuestions'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { circleById } from '../database/circles'
import { guestsOfCircle } from '../database/arrivals'
import { writeConsiderations } from '../database/considerations'
import { noteHealth } from '../database/healthLog'
import { heldParticipant, participantById } from '../database/people'
import type { Acting } from '../database/rows'
import { bumpVersions } from '../database/standings'
import { inTransaction } from '../database/transaction'
import { notValid } from '../http/refuse'
import { noteByHand } from './noteByHand'

/**
 * Takes down what people of a circle, and guests of its meetings, answered before a first class: all of them, or none.
 *
 * @throws 422 where somebody is not of the circle
 */
export async function askedFirst(
  acting: Acting,
  circleId: string,
  { answers }: BodyOf<typeof askFirst>,
): Promise<AnswerOf<typeof askFirst>> {
  const { interview } = await linkedCatalogue(acting)
  const { members } = await circleById(acting, circleId)
  const known = new Set([...members, ...(await guestsOfCircle(acting, circleId))])
  const stranger = answers.findIndex(({ participant }) => !known.has(participant))
  if (stranger >= 0) throw notValid({ [`answers.${stranger}.participant`]: 'They are not of this circle.' })
  const today = new Date().toISOString().slice(0, 10)
  await inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    // In one order, whoever else holds some of them.
    for (const { participant, yes } of answers.toSorted((a, b) => a.participant.localeCompare(b.participant))) {
      const before = await heldParticipant(within, participant)
      await writeConsiderations(within, participant, askedNow(before.considerations, yes, interview, today))
      await bumpVersions(within, [participant])
      const after = await participantById(within, participant)
      await noteByHand(within, before, after, 'Asked before a first class.')
      await noteHealth(within, { person: participant }, 'changed the person')
    }
  })
  return { asked: answers.length }
}
