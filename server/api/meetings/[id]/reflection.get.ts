import { subDays } from 'date-fns'
import { notedTwice } from '../../../../core/lead/outcome'
import { blockToday } from '../../../../core/reflect/blockToday'
import { blockTurns } from '../../../../core/reflect/blockTurns'
import { otherSchools } from '../../../../core/reflect/otherSchools'
import { reflectOn } from '../../../../core/reflect/reflectOn'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { circleById } from '../../../database/circles'
import { beforeAnswers, ledgerOf } from '../../../database/ledger'
import { everybodyIn, meetingById } from '../../../database/meetings'
import { datedOutcomes, historiesOf, outcomeEventsOf } from '../../../database/outcomes'
import { participantsOf } from '../../../database/people'
import { tierStepsOf } from '../../../services/tierSteps'
import { idOf } from '../../../http/readInput'
import { leadRoute } from '../../../http/routes'

/** One proposed decision for each person and movement of the class, with what was answered already; tiers and doses to rise. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const meeting = await meetingById(db, practiceId, idOf(event))
  const circle = await circleById(db, practiceId, meeting.circleId)
  const { ids } = await everybodyIn(db, practiceId, meeting.id, circle.members)
  const catalogue = await linkedCatalogue(db, practiceId)
  const since = subDays(new Date(meeting.startsAt), catalogue.judgement.evidence.days).toISOString()
  const [people, outcomes, histories, events, answered] = await Promise.all([
    participantsOf(db, practiceId, ids),
    datedOutcomes(db, practiceId, ids, meeting.startsAt, since),
    historiesOf(db, practiceId, ids, meeting.startsAt),
    outcomeEventsOf(db, practiceId, meeting.id),
    ledgerOf(db, practiceId, { meetingId: meeting.id }),
  ])
  const twice = notedTwice(events)
  const proposed = people.flatMap((person) => {
    const own = outcomes.filter((outcome) => outcome.participant === person.id)
    const blockIn = blockToday(meeting.plan, person)
    const history = histories.get(person.id)
    const standing = beforeAnswers(person, answered)
    const reflected = { person: standing, outcomes: own, blockIn, history }
    const steps = reflectOn(meeting.id, reflected, catalogue)
    const others = otherSchools(meeting.id, reflected, steps, catalogue)
    return steps.map((step) => ({
      participant: person.id,
      ...step,
      others: others.get(`${step.movement} ${step.tier}`) ?? [],
    }))
  })
  const { steps, proposals } = blockTurns(proposed, meeting.plan, catalogue.judgement)
  const came = people.filter((person) =>
    outcomes.some((outcome) => outcome.participant === person.id && outcome.meetingId === meeting.id),
  )
  const decisions = steps.map((decision) => {
    // What was settled keeps the words and the evidence of then, whatever was corrected since.
    const settled = answered.find(
      (entry) =>
        entry.participant === decision.participant &&
        entry.movement === decision.movement &&
        entry.tier === decision.tier,
    )
    const isContested =
      decision.suggestClinician ||
      twice.some((one) => one.participant === decision.participant && one.blockId === decision.blockId)
    if (!settled) return { ...decision, isContested }
    return {
      ...decision,
      isContested: false,
      others: [],
      kind: settled.proposed,
      because: settled.because,
      fromLevel: settled.fromLevel,
      recent: settled.evidence,
    }
  })
  return {
    decisions,
    answered,
    doses: proposals,
    tiers: await tierStepsOf(db, practiceId, came, outcomes, meeting.startsAt.slice(0, 10), catalogue, histories),
  }
})
