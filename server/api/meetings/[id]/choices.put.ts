import { HandChoiceRecord } from '../../../../core/lead/letter'
import { meetingById, saveHandChoice } from '../../../database/meetings'
import { tell } from '../../../session/live'
import { idOf, readInput } from '../../../session/readInput'
import { accountRoute } from '../../../session/routes'

export default accountRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const choice = await readInput(event, HandChoiceRecord)
  await saveHandChoice(db, practiceId, id, choice, account.id)
  tell(id, { kind: 'choices', choice })
  return { saved: true }
})
