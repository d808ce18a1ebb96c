import { format } from 'date-fns'
import { textsOf } from '../../../../../core/catalogue/summary'
import { linkedCatalogue } from '../../../../catalogue/linkedCatalogue'
import { practiceCatalogue } from '../../../../catalogue/practiceCatalogue'
import { homePracticeOf } from '../../../../database/homePractices'
import { noteHealth } from '../../../../database/healthLog'
import { tierStepOf } from '../../../../services/tierSteps'
import { participantById } from '../../../../database/people'
import { figureAsDone } from '../../../../documents/figures'
import { writeHandout } from '../../../../documents/handout'
import { idOf } from '../../../../http/readInput'
import { refusal } from '../../../../http/refuse'
import { leadRoute } from '../../../../http/routes'

/** What somebody takes home, as a PDF in large print. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const person = await participantById(db, practiceId, idOf(event))
  const stored = await homePracticeOf(db, practiceId, person.id)
  if (!stored) throw refusal(404, 'not-found', 'Nothing is chosen for home yet.')
  const [catalogue, data] = await Promise.all([linkedCatalogue(db, practiceId), practiceCatalogue(db, practiceId)])
  const chosen = new Set(stored.practice.entries.map((entry) => entry.movement))
  const texts = new Map(
    data.movements
      .filter((movement) => chosen.has(movement.id))
      .flatMap((movement) => Object.entries(textsOf(movement).variations)),
  )
  const step = await tierStepOf(db, practiceId, person, catalogue)
  const next = step?.kind === 'gate' ? { title: `On the way to the ${step.to} tier`, missing: step.missing } : null
  await noteHealth(db, practiceId, account.id, person.id, 'made a handout')
  setResponseHeaders(event, {
    'content-type': 'application/pdf',
    'content-disposition': 'inline; filename="at-home.pdf"',
  })
  return writeHandout(
    {
      practiceName: account.practiceName,
      personName: person.name,
      date: format(new Date(), 'd MMMM yyyy'),
      home: stored.practice,
      next,
    },
    catalogue,
    (variation) => texts.get(variation.id),
    (variation) => figureAsDone(db, practiceId, variation),
  )
})
