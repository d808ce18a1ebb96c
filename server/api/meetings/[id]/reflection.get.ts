import { schoolFor } from '../../../../core/plan/schoolFor'
import { otherSchools } from '../../../../core/reflect/otherSchools'
import { reflectOn } from '../../../../core/reflect/reflectOn'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circleById } from '../../../database/circles'
import { ledgerOf } from '../../../database/ledger'
import { everybodyIn, meetingById } from '../../../database/meetings'
import { datedOutcomes } from '../../../database/outcomes'
import { participantsOf } from '../../../database/people'
import { idOf } from '../../../session/readInput'
import { leadRoute } from '../../../session/routes'

/** One proposed decision for each person and movement of the class, with what was answered already. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const meeting = await meetingById(db, practiceId, idOf(event))
  const circle = await circleById(db, practiceId, meeting.circleId)
  const { ids } = await everybodyIn(db, practiceId, meeting.id, circle.members)
  const [people, outcomes, answered, catalogue] = await Promise.all([
    participantsOf(db, practiceId, ids),
    datedOutcomes(db, practiceId, ids, meeting.startsAt),
    ledgerOf(db, practiceId, { meetingId: meeting.id }),
    linkedCatalogue(db, practiceId),
  ])
  const decisions = people.flatMap((person) => {
    const own = outcomes.filter((outcome) => outcome.participant === person.id)
    const proposed = reflectOn(meeting.id, person, own, (blockId) => schoolFor(meeting.plan, blockId, person), catalogue)
    const others = otherSchools(meeting.id, person, own, proposed, catalogue)
    return proposed.map((decision) => {
      // What was settled stands as it was proposed then: the person's level has moved since.
      const settled = answered.find((entry) => entry.participant === person.id && entry.movement === decision.movement && entry.tier === decision.tier)
      const asProposed = settled ? { kind: settled.proposed, because: settled.because, fromLevel: settled.fromLevel, toLevel: settled.toLevel } : {}
      return { participant: person.id, ...decision, ...asProposed, others: settled ? [] : (others.get(`${decision.movement} ${decision.tier}`) ?? []) }
    })
  })
  return { decisions, answered }
})
