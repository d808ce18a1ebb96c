import { hasPractice } from '../../database/accounts'
import { readSetup } from '../../../core/contract/session'
import { answerAnybody } from '../../http/answer'

export default answerAnybody(readSetup, async ({ db }) => ({ needed: !(await hasPractice(db)) }))
