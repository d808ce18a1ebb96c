import { readDrafts } from '../../../../core/contract/drafts'
import { answer } from '../../../http/answer'
import { drafts } from '../../../session/drafts'

export default answer(readDrafts, ({ account }) => drafts().of(account.id))
