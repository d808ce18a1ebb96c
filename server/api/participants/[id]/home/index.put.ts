import { HomePractice } from '../../../../../core/reflect/homePractice'
import { homePracticeOf, saveHomePractice } from '../../../../database/homePractices'
import { participantById } from '../../../../database/people'
import { idOf, readInput } from '../../../../http/readInput'
import { leadRoute } from '../../../../http/routes'

/** Keeps what somebody does at home. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  await saveHomePractice(db, practiceId, id, await readInput(event, HomePractice), account.id)
  return homePracticeOf(db, practiceId, id)
})
