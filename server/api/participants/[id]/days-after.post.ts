import { noteDaysAfter } from '../../../../core/contract/people'
import { lastMeetingOf } from '../../../database/personHistory'
import { addDaysAfter } from '../../../database/memory'
import { participantById } from '../../../database/people'
import { answer } from '../../../http/answer'
import { notValid } from '../../../http/refuse'

export default answer(noteDaysAfter, async ({ scope, params, body }) => {
  const { id } = await participantById(scope, params.id)
  const meetingId = await lastMeetingOf(scope, id)
  if (!meetingId) throw notValid({ after: 'They have not been to a meeting yet.' }, 'There is no meeting to tell of.')
  const { after, afterWhere, note } = body
  await addDaysAfter(scope, id, {
    meetingId,
    after,
    afterWhere,
    note,
    saidOn: new Date().toISOString().slice(0, 10),
  })
  return { noted: true as const }
})
