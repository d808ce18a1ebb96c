import { sendByHomeLink as route } from '../../../core/contract/homePractice'
import { answerAnybody } from '../../http/answer'
import { takeReport } from '../../services/homeBack'
import { openedLink } from '../../session/homeLink'

/** What was done comes back by somebody's own link: it is theirs, and of nobody else. */
export default answerAnybody(route, async ({ event, db, params, body }) => {
  const { practiceId, participantId } = await openedLink(event, db, params.token)
  const scope = { db, practiceId, accountId: null }
  const { added, same, words } = await takeReport(scope, participantId, body, { cameBy: 'link', now: new Date() })
  return { taken: added + same, words }
})
