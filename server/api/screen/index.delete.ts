import { leaveScreen } from '../../../core/contract/watch'
import { closeScreen } from '../../database/screenPasses'
import { answerScreen } from '../../http/answer'
import { lines } from '../../live/lines'
import { unmarkScreen } from '../../session/screen'

export default answerScreen(leaveScreen, async ({ event, scope, screen }) => {
  await closeScreen(scope.db, screen.id)
  lines.cut([screen.id])
  unmarkScreen(event)
  return { left: true } as const
})
