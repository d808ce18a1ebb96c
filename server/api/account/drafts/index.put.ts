import { keepDraft } from '../../../../core/contract/drafts'
import { answer } from '../../../http/answer'
import { drafts } from '../../../session/drafts'

export default answer(keepDraft, async ({ account, body }) => {
  await drafts().keep(account.id, body)
  return { kept: true } as const
})
