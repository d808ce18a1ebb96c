import { endScreenPass as route } from '../../../../../core/contract/watch'
import { endScreenPass } from '../../../../database/screenPasses'
import { answer } from '../../../../http/answer'
import { lines } from '../../../../live/lines'
import { accessed } from '../../../../session/accessed'

export default answer(route, async ({ event, scope, account, params }) => {
  lines.cut(await endScreenPass(scope, params.id, params.pass))
  await accessed({ event, db: scope.db }, 'ended a code for screens', account)
  return { ended: true } as const
})
