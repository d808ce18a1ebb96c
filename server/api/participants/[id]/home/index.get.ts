import { formatISO, getYear, subDays } from 'date-fns'
import { usualSchool } from '../../../../../core/plan/schoolFor'
import { proposeHome } from '../../../../../core/reflect/homePractice'
import { linkedCatalogue } from '../../../../catalogue/linkedCatalogue'
import { peopleOn } from '../../../../services/circlePeople'
import { circlesOf } from '../../../../database/circles'
import { homePracticeOf } from '../../../../database/homePractices'
import { participantById } from '../../../../database/people'
import { personMeetings } from '../../../../database/personHistory'
import { idOf } from '../../../../http/readInput'
import { leadRoute } from '../../../../http/routes'

/** What somebody does at home, and what could be proposed. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id, homeProps, school } = await participantById(db, practiceId, idOf(event))
  const today = formatISO(new Date(), { representation: 'date' })
  const catalogue = await linkedCatalogue(db, practiceId)
  const [home, circles, meetings, [person]] = await Promise.all([
    homePracticeOf(db, practiceId, id),
    circlesOf(db, practiceId),
    personMeetings(db, practiceId, id, subDays(new Date(), catalogue.judgement.evidence.days).toISOString()),
    peopleOn(db, practiceId, [id], today, catalogue),
  ])
  const recent = [
    ...new Set(
      meetings.flatMap((meeting) =>
        meeting.outcomes
          .filter((outcome) => outcome.done !== 'not-done' && outcome.done !== 'stopped')
          .map((outcome) => outcome.movement),
      ),
    ),
  ]
  const follows = usualSchool({ id, school }, circles)
  return {
    home,
    daysAWeek: catalogue.schools.get(follows)!.homeDaysAWeek,
    school: catalogue.schools.get(follows)!.name,
    proposals: proposeHome(person!, follows, recent, homeProps, catalogue, getYear(new Date())),
  }
})
