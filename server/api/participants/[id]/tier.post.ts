import { z } from 'zod'
import { TIERS, Tier } from '../../../../core/catalogue/words'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { noteByHand } from '../../../database/ledger'
import { moveTier, participantById } from '../../../database/people'
import { tierStepOf } from '../../../services/tierSteps'
import { idOf, readInput } from '../../../http/readInput'
import { refusal } from '../../../http/refuse'
import { leadRoute } from '../../../http/routes'

const Sent = z.object({
  step: z.enum(['visits', 'end-visits', 'move', 'down']),
  to: Tier,
  reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
})

/** Agrees visits to a tier, ends them, or moves somebody. Up needs the gate and good visits, or a reason; down needs nothing. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const before = await participantById(db, practiceId, idOf(event))
  const { step, to, reason } = await readInput(event, Sent)
  const isUp = TIERS.indexOf(to) > TIERS.indexOf(before.homeTier)
  const catalogue = await linkedCatalogue(db, practiceId)
  const proposed = await tierStepOf(db, practiceId, before, catalogue)
  const isProposed = proposed?.kind === step && proposed.to === to
  if (step !== 'down' && step !== 'end-visits' && isUp && !isProposed && reason.trim() === '') {
    throw refusal(422, 'not-valid', 'Say in a few words why.', {
      reason: proposed ? `${proposed.because} Say why, all the same.` : 'Say in a few words why.',
    })
  }
  if ((step === 'down') === isUp)
    throw refusal(422, 'not-valid', 'This is no step down.', {
      to: `The ${to} tier is ${isUp ? 'above' : 'not above'} the home tier.`,
    })
  await db.transaction(async (trx) => {
    if (step === 'visits')
      await moveTier(trx, practiceId, before, {
        ...before,
        visiting: to,
        access: { ...before.access, [to]: before.access[to] === 'no' ? 'with-help' : before.access[to] },
      })
    else if (step === 'end-visits') await moveTier(trx, practiceId, before, { ...before, visiting: null })
    else
      await moveTier(trx, practiceId, before, {
        homeTier: to,
        visiting: null,
        access: {
          ...before.access,
          [to]: step === 'move' ? 'yes' : before.access[to] === 'no' ? 'with-help' : before.access[to],
        },
      })
    const said = [isProposed ? proposed.because : '', reason].filter((words) => words !== '').join(' ')
    await noteByHand(
      trx,
      practiceId,
      before,
      await participantById(trx, practiceId, before.id),
      account.id,
      said.slice(0, 300),
    )
  })
  return participantById(db, practiceId, before.id)
})
