import { addDays, formatISO } from 'date-fns'
import { homePracticeOf, tickHome as tick } from '../../../../database/homePractices'
import { NotFound } from '../../../../database/rows'
import { tickHome } from '../../../../../core/contract/homePractice'
import { answer } from '../../../../http/answer'
import { notValid } from '../../../../http/refuse'

/** Only what they do at home is ticked; a tick of what they did before can be taken back. */
export default answer(tickHome, async ({ scope, params, body }) => {
  // A clock ahead of the server's is one day ahead at most.
  if (body.done && body.day > formatISO(addDays(new Date(), 1), { representation: 'date' }))
    throw notValid({ day: 'A day that is still to come is not ticked.' })
  const home = await homePracticeOf(scope, params.id)
  if (body.done && !home?.practice.entries.some(({ movement }) => movement === body.movement))
    throw new NotFound('This is nothing that they do at home.')
  await tick(scope, params.id, body)
  return homePracticeOf(scope, params.id)
})
