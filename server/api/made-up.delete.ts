import { removeMadeUp } from '../../core/contract/practice'
import { noteHealth } from '../database/healthLog'
import { madeUpOf, removeMadeUp as remove } from '../database/madeUp'
import { endSessionsOf } from '../database/sessions'
import { answer } from '../http/answer'
import { refusal } from '../http/refuse'
import { lines } from '../live/lines'

export default answer(removeMadeUp, async ({ scope }) => {
  const { not } = await madeUpOf(scope)
  if (not !== '') throw refusal(409, 'made-up-yourself', not)
  for (const id of await remove(scope)) lines.cut(await endSessionsOf(scope.db, id))
  await noteHealth(scope, {}, 'removed the made-up circle')
  return madeUpOf(scope)
})
