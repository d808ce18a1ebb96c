import { accidentsOf } from '../../../database/accidents'
import { meetingById } from '../../../database/meetings'
import { readAccidents } from '../../../../core/contract/meetings'
import { answer } from '../../../http/answer'

export default answer(readAccidents, async ({ scope, params, account }) => {
  const { id } = await meetingById(scope, params.id)
  return accidentsOf(scope, id, account.role === 'lead' ? undefined : account.id)
})
