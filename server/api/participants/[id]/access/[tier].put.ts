import { Tier } from '../../../../../core/catalogue/words'
import { NotFound } from '../../../../database/rows'
import { setAccessByHand } from '../../../../services/changePerson'
import { setAccess } from '../../../../../core/contract/people'
import { answer } from '../../../../http/answer'

export default answer(setAccess, ({ scope, params, body }) => {
  const tier = Tier.safeParse(params.tier)
  if (!tier.success) throw new NotFound('There is no such tier.')
  return setAccessByHand(scope, params.id, tier.data, body.access)
})
