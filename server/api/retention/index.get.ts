import { readRetention } from '../../../core/contract/retention'
import { notHeardOf, retentionRules } from '../../database/retention'
import { answer } from '../../http/answer'

export default answer(readRetention, async ({ scope, query }) => {
  const rules = await retentionRules(scope)
  return { rules, due: await notHeardOf(scope, query.peopleMonths ?? rules.peopleMonths, new Date()) }
})
