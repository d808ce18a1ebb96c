import { forgetDraft } from '../../../../core/contract/drafts'
import { answer } from '../../../http/answer'
import { drafts } from '../../../session/drafts'

export default answer(forgetDraft, async ({ account, body }) => {
  await drafts().forget(account.id, body.of)
  return { forgotten: true } as const
})
