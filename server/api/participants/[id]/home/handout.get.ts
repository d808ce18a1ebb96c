import { format, subDays } from 'date-fns'
import { textsOf } from '../../../../../core/catalogue/summary'
import { linkedCatalogue } from '../../../../catalogue/linkedCatalogue'
import { practiceCatalogue } from '../../../../catalogue/practiceCatalogue'
import { homePracticeOf } from '../../../../database/homePractices'
import { noteHealth } from '../../../../database/healthLog'
import { datedOutcomes } from '../../../../database/outcomes'
import { tierStepsOf } from '../../../../database/tierSteps'
import { participantById } from '../../../../database/people'
import { figureAsDone } from '../../../../documents/figures'
import { writeHandout } from '../../../../documents/handout'
import { idOf } from '../../../../session/readInput'
import { refusal } from '../../../../session/refuse'
import { leadRoute } from '../../../../session/routes'

const HALF_A_YEAR_DAYS = 182

/** What somebody takes home, as a PDF in large print. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const person = await participantById(db, practiceId, idOf(event))
  const stored = await homePracticeOf(db, practiceId, person.id)
  if (!stored) throw refusal(404, 'not-found', 'Nothing is chosen for home yet.')
  const [catalogue, data] = await Promise.all([linkedCatalogue(db, practiceId), practiceCatalogue(db, practiceId)])
  const chosen = new Set(stored.practice.entries.map((entry) => entry.movement))
  const texts = new Map(data.movements.filter((movement) => chosen.has(movement.id)).flatMap((movement) => Object.entries(textsOf(movement).variations)))
  const outcomes = await datedOutcomes(db, practiceId, [person.id], new Date().toISOString(), subDays(new Date(), HALF_A_YEAR_DAYS).toISOString())
  const step = (await tierStepsOf(db, practiceId, [person], outcomes, new Date().toISOString().slice(0, 10), catalogue))[person.id]
  const next = step?.kind === 'gate' ? { title: `On the way to the ${step.to} tier`, missing: step.missing } : null
  await noteHealth(db, practiceId, account.id, person.id, 'made a handout')
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': 'inline; filename="at-home.pdf"' })
  return writeHandout({ practiceName: account.practiceName, personName: person.name, date: format(new Date(), 'd MMMM yyyy'), home: stored.practice, next }, catalogue, (variation) => texts.get(variation.id), (variation) => figureAsDone(db, practiceId, variation))
})
