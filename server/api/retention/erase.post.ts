import { eraseDue } from '../../../core/contract/retention'
import { noteHealth } from '../../database/healthLog'
import { notHeardOf, retentionRules } from '../../database/retention'
import { answer } from '../../http/answer'
import { erasePerson } from '../../services/erased'

export default answer(eraseDue, async ({ event, scope, body }) => {
  const { dataFolder } = useRuntimeConfig(event)
  const rules = await retentionRules(scope)
  const now = new Date()
  for (const { id } of await notHeardOf(scope, rules.peopleMonths, now)) {
    if (!body.participants.includes(id)) continue
    await erasePerson(scope, id, dataFolder, now)
    await noteHealth(scope, {}, 'erased the record')
  }
  return { rules, due: await notHeardOf(scope, rules.peopleMonths, now) }
})
