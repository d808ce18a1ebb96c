import { printHomeLink } from '../../../../../core/contract/homePractice'
import { answer, sendsFile } from '../../../../http/answer'
import { isLinkOf } from '../../../../database/homeHandouts'
import { participantById } from '../../../../database/people'
import { notValid } from '../../../../http/refuse'
import { AT_DESK, inThread } from '../../../../threads/inThread'

export default answer(printHomeLink, async ({ event, scope, params, account, body }) => {
  const { link } = body
  const { id } = await participantById(scope, params.id)
  if (!(await isLinkOf(scope, id, link.split('/').at(-1) ?? '')))
    throw notValid({ link: 'This is not their link, or it was ended.' })
  const by = { practiceName: account.practiceName, writtenBy: account.name, link }
  const made = await inThread('readHandout', scope, { id, ...by }, AT_DESK)
  sendsFile(event, 'application/pdf', 'at-home.pdf')
  return made
})
