import { addWaiting, placeWaiting, stopWaiting, waitingOf } from '../../../database/waiting'
import { circleById } from '../../../database/circles'
import { setWaiting } from '../../../../core/contract/circles'
import { answer } from '../../../http/answer'

export default answer(setWaiting, async ({ scope, params, body: { participant, does, note } }) => {
  const { id } = await circleById(scope, params.id)
  if (does === 'wait') await addWaiting(scope, id, { participant, since: new Date().toISOString().slice(0, 10), note })
  else if (does === 'place') await placeWaiting(scope, id, participant)
  else await stopWaiting(scope, id, participant)
  return (await waitingOf(scope)).filter((waiting) => waiting.circleId === id)
})
