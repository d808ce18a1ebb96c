import { openHomeLink as route } from '../../../core/contract/homePractice'
import { namesOf } from '../../database/accounts'
import { NotFound, type Acting } from '../../database/rows'
import { closedPage, homePolicyOf } from '../../documents/homePage'
import { answerAnybody } from '../../http/answer'
import { openedLink } from '../../session/homeLink'
import { AT_DESK, inThread } from '../../threads/inThread'

/** Somebody's own practice as it stands now; of a link that opens nothing it is said so on a page. */
export default answerAnybody(route, async ({ event, db, params }) => {
  setResponseHeader(event, 'content-type', 'text/html; charset=utf-8')
  try {
    const { practiceId, participantId, madeBy } = await openedLink(event, db, params.token)
    const scope: Acting = { db, practiceId, accountId: madeBy }
    const input = { id: participantId, sendsTo: `/api/at-home/${params.token}`, ...(await namesOf(scope)) }
    const made = await inThread('readHomePage', scope, input, AT_DESK)
    const page = Buffer.from(made.body ?? '').toString('utf8')
    setResponseHeader(event, 'content-security-policy', `${homePolicyOf(page)}; frame-ancestors 'none'`)
    return page
  } catch (error) {
    if (!(error instanceof NotFound)) throw error
    setResponseStatus(event, 404)
    return closedPage(error.message)
  }
})
