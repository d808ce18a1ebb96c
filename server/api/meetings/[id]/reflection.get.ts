import { linkCatalogue } from '../../../../core/catalogue/catalogue'
import { reflectOn } from '../../../../core/reflect/reflectOn'
import { catalogueData } from '../../../catalogue/catalogueData'
import { circleById } from '../../../database/circles'
import { ledgerOf } from '../../../database/ledger'
import { meetingById } from '../../../database/meetings'
import { datedOutcomes } from '../../../database/outcomes'
import { participantsOf } from '../../../database/people'
import { idOf } from '../../../session/readInput'
import { leadRoute } from '../../../session/routes'

/** One proposed decision for each person and movement of the class, with what was answered already. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const meeting = await meetingById(db, practiceId, idOf(event))
  const circle = await circleById(db, practiceId, meeting.circleId)
  const [people, outcomes, answered, data] = await Promise.all([
    participantsOf(db, practiceId, circle.members),
    datedOutcomes(db, practiceId, circle.members, meeting.startsAt),
    ledgerOf(db, practiceId, { meetingId: meeting.id }),
    catalogueData(),
  ])
  const catalogue = linkCatalogue(data)
  const decisions = people.flatMap((person) => {
    const own = outcomes.filter((outcome) => outcome.participant === person.id)
    return reflectOn(meeting.id, person, own, meeting.plan.school, catalogue).map((decision) => ({ participant: person.id, ...decision }))
  })
  return { decisions, answered }
})
