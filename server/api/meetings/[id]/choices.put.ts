import { HandChoiceRecord } from '../../../../core/lead/message'
import { meetingById, saveHandChoice } from '../../../database/meetings'
import { tell } from '../../../live/follow'
import { idOf, readInput } from '../../../http/readInput'
import { accountRoute } from '../../../http/routes'

export default accountRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await meetingById(db, practiceId, idOf(event))
  const choice = await readInput(event, HandChoiceRecord)
  await saveHandChoice(db, practiceId, id, choice, account.id)
  tell(id, { kind: 'choices', choice })
  return { saved: true }
})
