import { circleById } from '../../../database/circles'
import { usualLevelsOf } from '../../../database/levels'
import { lastCameOf } from '../../../database/personHistory'
import { readMembers } from '../../../../core/contract/circles'
import { answer } from '../../../http/answer'

export default answer(readMembers, async ({ scope, params }) => {
  const { members } = await circleById(scope, params.id)
  const [levels, came] = await Promise.all([usualLevelsOf(scope, members), lastCameOf(scope, members)])
  return members.map((participant) => ({
    participant,
    usualLevel: levels[participant] ?? null,
    lastCame: came[participant] ?? null,
  }))
})
