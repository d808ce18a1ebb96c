import { noteHealth } from '../../../../database/healthLog'
import { writeHandout } from '../../../../documents/handout'
import { handoutFor } from '../../../../services/homeOf'
import { readHandout } from '../../../../../core/contract/homePractice'
import { answer, sendsFile } from '../../../../http/answer'

export default answer(readHandout, async ({ event, scope, params, account }) => {
  const handout = await handoutFor(scope, params.id, account.practiceName)
  await noteHealth(scope, params.id, 'made a handout')
  sendsFile(event, 'application/pdf', 'at-home.pdf', 'inline')
  return writeHandout(handout)
})
