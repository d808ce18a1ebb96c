import { formatISO } from 'date-fns'
import { homeCalendar } from '../../../../../core/formats/calendar'
import { doseWords } from '../../../../../core/plan/doseWords'
import { linkedCatalogue } from '../../../../catalogue/linkedCatalogue'
import { homePracticeOf } from '../../../../database/homePractices'
import { participantById } from '../../../../database/people'
import { idOf } from '../../../../http/readInput'
import { refusal } from '../../../../http/refuse'
import { leadRoute } from '../../../../http/routes'

/** Somebody's home practice as an iCalendar file with reminders. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  const stored = await homePracticeOf(db, practiceId, id)
  if (!stored) throw refusal(404, 'not-found', 'Nothing is chosen for home yet.')
  const catalogue = await linkedCatalogue(db, practiceId)
  const description = stored.practice.entries
    .map((entry) => `${catalogue.movements.get(entry.movement)?.name ?? entry.movement}: ${doseWords(entry.dose)}`)
    .join('\n')
  setResponseHeaders(event, {
    'content-type': 'text/calendar; charset=utf-8',
    'content-disposition': 'attachment; filename="at-home.ics"',
  })
  return homeCalendar({
    uid: id,
    title: 'Mobility at home',
    times: stored.practice.times,
    daysAWeek: stored.practice.daysAWeek,
    from: formatISO(new Date(), { representation: 'date' }),
    description,
  })
})
