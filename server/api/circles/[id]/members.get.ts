import { circleById } from '../../../database/circles'
import { usualLevelsOf } from '../../../database/levels'
import { lastCameOf } from '../../../database/personHistory'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { memoriesOf } from '../../../services/memoryOf'
import { readMembers } from '../../../../core/contract/circles'
import { answer } from '../../../http/answer'

export default answer(readMembers, async ({ scope, account, params }) => {
  const { members } = await circleById(scope, params.id)
  const isLead = account.role === 'lead'
  const [levels, came, memories] = await Promise.all([
    usualLevelsOf(scope, members),
    lastCameOf(scope, members),
    memoriesOf(scope, isLead ? members : [], new Date().toISOString(), await linkedCatalogue(scope)),
  ])
  return members.map((participant) => ({
    participant,
    usualLevel: levels[participant] ?? null,
    lastCame: came[participant] ?? null,
    remembered: memories.get(participant) ?? [],
  }))
})
