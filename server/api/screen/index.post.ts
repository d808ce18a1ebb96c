import { openScreen as route } from '../../../core/contract/watch'
import { meetingById } from '../../database/meetings'
import { openScreen, screenOf } from '../../database/screenPasses'
import { answerAnybody } from '../../http/answer'
import { notValid } from '../../http/refuse'
import { callerAddress } from '../../session/accessed'
import { attempts } from '../../session/attempts'
import { markScreen } from '../../session/screen'

export default answerAnybody(route, async ({ event, db, body }) => {
  const counted = await attempts().countOfAddress(`screen ${callerAddress(event)}`)
  const carried = await openScreen(db, body.code)
  const screen = carried === null ? null : await screenOf(db, carried)
  if (carried === null || screen === null)
    throw notValid({ code: 'This code opens no class: it may be over, or the code was ended.' })
  await counted.wasRight()
  markScreen(event, carried)
  const { plan, startsAt } = await meetingById({ db, practiceId: screen.practiceId }, screen.meetingId)
  return { title: plan.title, startsAt }
})
