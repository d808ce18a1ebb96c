import { accountsOf } from '../../database/accounts'
import { readAccounts } from '../../../core/contract/access'
import { answer } from '../../http/answer'

export default answer(readAccounts, ({ scope }) => accountsOf(scope))
